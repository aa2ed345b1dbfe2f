/** Fills the time that is left into every countdown of the page, each second, and says so when it is over. */
export function runCountdowns(): void {
  for (const place of document.querySelectorAll<HTMLElement>('[data-until]')) {
    const until = Date.parse(place.dataset.until!) - Number(place.dataset.ahead ?? 0);
    const numbers = place.querySelectorAll('b');
    const tick = () => {
      const left = Math.floor((until - Date.now()) / 1000);
      place.classList.add('on');
      if (left <= 0) {
        clearInterval(timer);
        const moment = place.querySelector<HTMLElement>('.moment')!;
        moment.textContent = moment.dataset.over!;
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
}
