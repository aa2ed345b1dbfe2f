/** A press puts the film in the place of its title; without script the title is a link to it. */
for (const place of document.querySelectorAll<HTMLElement>('[data-video]')) {
  const link = place.querySelector('a')!;
  link.addEventListener('click', (event) => {
    event.preventDefault();
    const isFile = place.dataset.video === 'file';
    const film = document.createElement(isFile ? 'video' : 'iframe');
    film.src = link.href;
    film.title = link.textContent;
    if (film instanceof HTMLVideoElement) film.controls = film.autoplay = true;
    else film.allow = 'autoplay; fullscreen; picture-in-picture';
    link.remove();
    place.append(film);
    film.focus();
  });
}
