import { tell } from './tell.ts';

addEventListener(
  'click',
  ({ target }) => {
    const link = (target as Element).closest<HTMLAnchorElement>('[data-press],a[href^="tel:"]');
    if (link) tell('press', link.dataset.press ?? link.getAttribute('href')!);
  },
  true,
);

/** The question of each form that somebody was at last, and that of which it was told. */
const reached = new Map<HTMLFormElement, { at: string; told: string }>();

for (const form of document.querySelectorAll<HTMLFormElement>('form[data-form]')) {
  form.addEventListener('input', () => tell('begin', form.id), { once: true });
  form.addEventListener('input', ({ target }) => {
    const { name } = target as HTMLInputElement;
    if (name && !name.startsWith('_'))
      reached.set(form, { told: reached.get(form)?.told ?? '', at: name });
  });
  for (const sent of ['leaving', 'arrived'])
    form.addEventListener(sent, () => reached.delete(form));
}

// Somebody turns away with a form begun: where they were in it.
document.addEventListener('visibilitychange', () => {
  if (!document.hidden) return;
  for (const [form, was] of reached)
    if (was.at !== was.told) {
      was.told = was.at;
      tell('leave', form.id, `?question=${encodeURIComponent(was.at)}`);
    }
});
