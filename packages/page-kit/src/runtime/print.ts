/** A report is printed, or saved as a PDF, by the browser's own print. */
const button = document.querySelector<HTMLButtonElement>('[data-print]')!;
button.hidden = false;
button.addEventListener('click', () => print());
