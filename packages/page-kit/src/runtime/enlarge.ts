/** A press on a picture opens it large in the browser's own dialog; without script its link opens the file. */
for (const link of document.querySelectorAll<HTMLAnchorElement>('a[data-enlarge]'))
  link.addEventListener('click', (event) => {
    event.preventDefault();
    const dialog = document.createElement('dialog');
    dialog.className = 'large';
    const picture = document.createElement('img');
    picture.src = link.href;
    picture.alt = link.querySelector('img')?.alt ?? '';
    const close = document.createElement('button');
    close.type = 'button';
    close.textContent = '×';
    close.ariaLabel = link.dataset.enlarge!;
    dialog.append(picture, close);
    dialog.addEventListener('click', () => dialog.close());
    dialog.addEventListener('close', () => dialog.remove());
    document.body.append(dialog);
    dialog.showModal();
  });
