/**
 * A no takes the bar away; a yes brings the page again with all that was agreed to, unless something has been typed: that
 * must not be lost, and what was agreed to begins with the next page. Without script both bring the page again.
 */
const bar = document.querySelector<HTMLFormElement>('form.consent-bar')!;
let hasTyped = false;
addEventListener('input', () => (hasTyped = true), { once: true });
bar.addEventListener('submit', (event) => {
  const { value } = event.submitter as HTMLButtonElement;
  if (value === 'yes' && !hasTyped) return;
  event.preventDefault();
  const body = new URLSearchParams({ do: value });
  fetch(bar.action, { method: 'POST', body, redirect: 'manual' }).then(
    () => bar.remove(),
    () => {},
  );
});
