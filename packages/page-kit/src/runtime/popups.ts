/**
 * Opens popups: by a button, or by themselves as they say, at most once in so many days. The browser's own dialog keeps
 * the focus inside, closes on Escape and gives the focus back. On a phone none opens by itself in the first ten seconds.
 */
const isPhone = matchMedia('(max-width:720px)').matches;
const calm = isPhone ? 10_000 : 0;
const day = 86_400_000;
const arrived = performance.now();

for (const popup of document.querySelectorAll<HTMLDialogElement>('dialog[data-opens]')) {
  const { opens, after, days } = popup.dataset;
  const key = `popup:${popup.id}`;
  const show = () => {
    if (!document.querySelector('dialog[open]')) popup.showModal();
  };
  const once = () => {
    const wait = calm - (performance.now() - arrived);
    if (wait > 0) return void setTimeout(once, wait);
    try {
      if (Date.now() - Number(localStorage.getItem(key) ?? 0) < Number(days) * day) return;
      localStorage.setItem(key, String(Date.now()));
    } catch {
      return;
    }
    show();
  };
  document.addEventListener('click', (event) => {
    const link = (event.target as Element).closest('a');
    if (link?.hash === `#${popup.id}`) show();
    else if (link && popup.contains(link) && link.classList.contains('popup-close')) popup.close();
    else if (event.target === popup) popup.close();
    else return;
    if (link) event.preventDefault();
  });
  if (opens === 'time') setTimeout(once, Number(after) * 1000);
  if (opens === 'scroll') {
    const look = () => {
      const { scrollHeight, clientHeight, scrollTop } = document.documentElement;
      if (scrollTop < ((scrollHeight - clientHeight) * Number(after)) / 100) return;
      removeEventListener('scroll', look);
      once();
    };
    addEventListener('scroll', look, { passive: true });
  }
  if (opens === 'leaving') {
    document.documentElement.addEventListener(
      'mouseleave',
      ({ clientY }) => clientY <= 0 && once(),
    );
    // A phone has no pointer that leaves: anyone who comes back to the page had left it.
    document.addEventListener('visibilitychange', () => isPhone && !document.hidden && once());
  }
}
