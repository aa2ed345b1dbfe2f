/** Fills the time that is left into every countdown of the page, each second, and says so when it is over. */
for (const place of document.querySelectorAll<HTMLElement>('[data-until]')) {
  const { until: moment, minutes, block, ahead } = place.dataset;
  const until = moment
    ? Date.parse(moment) - Number(ahead ?? 0)
    : firstVisit(block!) + Number(minutes) * 60_000;
  const numbers = place.querySelectorAll('b');
  const tick = () => {
    const left = Math.floor((until - Date.now()) / 1000);
    place.classList.add('on');
    if (left <= 0) {
      clearInterval(timer);
      const words = place.querySelector<HTMLElement>('.moment')!;
      words.textContent = words.dataset.over!;
      place.classList.add('over');
      return;
    }
    const parts = [left / 86400, (left / 3600) % 24, (left / 60) % 60, left % 60];
    for (const [index, part] of parts.entries())
      numbers[index]!.textContent = String(Math.floor(part)).padStart(2, '0');
  };
  const timer = setInterval(tick, 1000);
  tick();
}

/** When this browser first saw the countdown; a browser that keeps nothing sees it again each time. */
function firstVisit(block: string): number {
  const key = `seen:${block}`;
  try {
    const kept = localStorage.getItem(key);
    if (kept) return Number(kept);
    localStorage.setItem(key, String(Date.now()));
  } catch {
    // A private window may refuse to keep anything.
  }
  return Date.now();
}
