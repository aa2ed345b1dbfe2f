import { tell } from './tell.ts';

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
