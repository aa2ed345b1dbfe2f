/** Lays one picture over the other and draws between them by pointer, finger or keys; without script they lie side by side. */
for (const place of document.querySelectorAll<HTMLElement>('[data-compare]')) {
  const handle = document.createElement('input');
  handle.type = 'range';
  handle.setAttribute('aria-label', place.dataset.compare!);
  handle.addEventListener('input', () => place.style.setProperty('--at', `${handle.value}%`));
  place.classList.add('slides');
  place.append(handle);
}
