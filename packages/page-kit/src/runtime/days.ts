/**
 * Opening a day of free times leads the keyboard into it. A browser lets Tab reach only the first of all unchosen times,
 * which lies in another day, so without this the times of a day just opened could not be reached by keys.
 */
document.addEventListener(
  'toggle',
  ({ target }) => {
    if (!(target instanceof HTMLDetailsElement) || !target.open) return;
    const isHere = document.activeElement === target.querySelector('summary');
    if (isHere) target.querySelector<HTMLInputElement>('[type=radio]')?.focus();
  },
  true,
);
