/** @jest-environment jsdom */

/** How much of a film was watched, as the page tells it. */
it('tells each share as it is reached, by what was played and not by where somebody jumped', async () => {
  history.pushState(null, '', '/tour');
  document.body.innerHTML =
    '<div data-video="file" data-block="film"><a href="/film.mp4">Watch</a></div>';
  const told: string[] = [];
  Object.assign(navigator, { sendBeacon: (url: string) => told.push(url) });
  await import('./video.ts');
  document.querySelector('a')!.click();
  const film = document.querySelector('video')!;
  const at = (spans: [number, number][]) => {
    const played = {
      length: spans.length,
      start: (index: number) => spans[index]![0],
      end: (index: number) => spans[index]![1],
    };
    Object.defineProperties(film, {
      played: { configurable: true, get: () => played },
      duration: { configurable: true, get: () => 200 },
    });
    film.dispatchEvent(new Event('timeupdate'));
    return told.splice(0).map((url) => url.replace('/~/watch/tour/film?share=', ''));
  };
  expect(at([[0, 10]])).toEqual(['0']);
  expect(at([[0, 50]])).toEqual(['25']);
  // The end alone is ten seconds.
  expect(
    at([
      [0, 50],
      [190, 200],
    ]),
  ).toEqual([]);
  expect(at([[0, 151]])).toEqual(['50', '75']);
  expect(at([[0, 189]])).toEqual([]);
  expect(at([[0, 190]])).toEqual(['100']);
  expect(at([[0, 200]])).toEqual([]);
});
