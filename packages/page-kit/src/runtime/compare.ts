/** Draws between two pictures by pointer, finger or keys; without script each shows its half. */
for (const place of document.querySelectorAll<HTMLElement>('[data-compare]')) {
  const handle = document.createElement('input');
  handle.type = 'range';
  handle.setAttribute('aria-label', place.dataset.compare!);
  handle.addEventListener('input', () => place.style.setProperty('--at', `${handle.value}%`));
  place.append(handle);
}
