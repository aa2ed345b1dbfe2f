import { tell } from './tell.ts';

/**
 * Shows one section of the page at a time: the one that the address names after its `#`, or the first. Links between them
 * are ordinary ones, so that the browser's own history goes back and forth; without this script the page is shown whole.
 * Each section that is shown is told to the server once for each time it is come to.
 */
const bands = [...document.querySelectorAll<HTMLElement>('[data-section]')];
const names = [...new Set(bands.map((band) => band.dataset.section!))];
let current = '';

/** The section of what the address names: its own link, or any part that stands in it. */
function wanted(): string {
  const id = location.hash.slice(1);
  if (names.includes(id)) return id;
  const holding = (part: Element | null) =>
    part?.closest<HTMLElement>('[data-section]')?.dataset.section;
  if (id) return holding(document.getElementById(id)) ?? (current || names[0]!);
  // A form that was refused comes back with what is wrong, on an address that names nothing.
  const refused = current === '' ? document.querySelector('[data-section] [role=alert]') : null;
  return holding(refused) ?? names[0]!;
}

function show(): void {
  const name = wanted();
  if (name === current) return;
  const isFirst = current === '';
  current = name;
  for (const band of bands) band.hidden = band.dataset.section !== name;
  tell('section', name);
  const id = location.hash.slice(1);
  const part = id && id !== name ? document.getElementById(id) : null;
  if (part) part.scrollIntoView();
  else if (!isFirst) scrollTo(0, 0);
  if (isFirst) return;
  // Screen readers go on from the section's first words, as they would on a new page.
  const first = bands.find((band) => !band.hidden);
  const heading = first?.querySelector<HTMLElement>('h1,h2,h3') ?? first;
  if (!heading) return;
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}

if (names.length > 0) {
  addEventListener('hashchange', show);
  show();
}
