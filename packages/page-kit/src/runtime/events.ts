/** Tells the server what is pressed and begun on the page; the page works the same where nobody listens. */
function tell(kind: 'press' | 'begin', target: string): void {
  // Elsewhere, as where a client looks a draft over, there is nothing to count.
  if (/^\/[\w-]+$/.test(location.pathname))
    navigator.sendBeacon?.(`/~/${kind}${location.pathname}/${encodeURIComponent(target)}`);
}

addEventListener(
  'click',
  ({ target }) => {
    const link = (target as Element).closest<HTMLAnchorElement>('[data-press],a[href^="tel:"]');
    if (link) tell('press', link.dataset.press ?? link.getAttribute('href')!);
  },
  true,
);

for (const form of document.querySelectorAll<HTMLFormElement>('form[data-form]'))
  form.addEventListener('input', () => tell('begin', form.id), { once: true });
