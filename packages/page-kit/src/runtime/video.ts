import { tell } from './tell.ts';

/**
 * A press puts the film in the place of its title; without script the title is a link to it. The server is told that it
 * was started, and of the client's own files how much of it was watched: what was played, wherever somebody jumped.
 */
for (const place of document.querySelectorAll<HTMLElement>('[data-video]')) {
  const link = place.querySelector('a')!;
  const told = (share: number) => tell('watch', place.dataset.block!, `?share=${share}`);
  link.addEventListener('click', (event) => {
    event.preventDefault();
    const isFile = place.dataset.video === 'file';
    const film = document.createElement(isFile ? 'video' : 'iframe');
    film.src = link.href;
    film.title = link.textContent;
    if (film instanceof HTMLVideoElement) {
      film.controls = film.autoplay = true;
      const left = [25, 50, 75, 100];
      film.addEventListener('timeupdate', () => {
        // The last seconds are the credits: nearly all counts as all.
        while (left.length && playedShare(film) >= Math.min(left[0]!, 95)) told(left.shift()!);
      });
    } else film.allow = 'autoplay; fullscreen; picture-in-picture';
    link.remove();
    place.append(film);
    film.focus();
    told(0);
  });
}

/** How much of a film was played by now, in percent. */
function playedShare({ played, duration }: HTMLVideoElement): number {
  let seconds = 0;
  for (let index = 0; index < played.length; index++)
    seconds += played.end(index) - played.start(index);
  return (seconds / duration) * 100;
}
