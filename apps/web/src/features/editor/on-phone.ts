import { leastTarget, leastWords, type OnPhone } from '@plumgate/core/launch';
import { openFrames } from './moving/on-screen.ts';

/** What only a laid out page tells, measured on the canvas's phone in its own pixels; null where it is not open. */
export function measuredOnPhone(): OnPhone | null {
  const [phone] = [...openFrames].sort((a, b) => widthOf(a) - widthOf(b));
  const view = phone?.defaultView;
  if (!phone || !view) return null;
  return {
    firstActionTop: firstActionTop(phone, view),
    smallWords: partsWith(phone, 'main *', (one) => isSmallWords(one, view)),
    smallTargets: partsWith(phone, targets, (one) => isSmallTarget(one, view)),
  };
}

const widthOf = (inner: Document) => inner.defaultView?.innerWidth ?? Infinity;

/** How far down the first thing to press stands; null where there is none. */
function firstActionTop(phone: Document, view: Window): number | null {
  // A call bar is on the screen from the start, wherever it stands in the page.
  if (phone.querySelector('.call-bar')) return 0;
  const [first] = phone.querySelectorAll('main a.press, main .call a, main form');
  return first ? first.getBoundingClientRect().top + view.scrollY : null;
}

const targets = [
  'main a[href]',
  'main button',
  'main summary',
  'main select',
  'main textarea',
  'main input:not([type=hidden])',
].join();

/** The parts in which an element of a kind is so, each once, from the top. */
function partsWith(page: Document, kind: string, isSo: (one: HTMLElement) => boolean): string[] {
  const parts = [...page.querySelectorAll<HTMLElement>(kind)]
    .filter((one) => !one.closest('[data-handle]') && isSo(one))
    .flatMap((one) => one.closest<HTMLElement>('[data-part]')?.dataset.part ?? []);
  return [...new Set(parts)];
}

const hasOwnWords = (one: Element) =>
  [...one.childNodes].some((node) => node.nodeType === 3 && node.nodeValue!.trim() !== '');

const isSmallWords = (one: HTMLElement, view: Window) =>
  hasOwnWords(one) && parseFloat(view.getComputedStyle(one).fontSize) < leastWords;

/** WCAG 2.2, 2.5.8; a link within a sentence is let off, as it says, and a box is pressed by its label too. */
function isSmallTarget(one: HTMLElement, view: Window): boolean {
  const inSentence =
    view.getComputedStyle(one).display === 'inline' && hasOwnWords(one.parentElement!);
  if (inSentence) return false;
  const boxes = [one, one.closest('label')].flatMap((box) => box?.getBoundingClientRect() ?? []);
  const seen = boxes.filter(({ width, height }) => width > 1 && height > 1);
  return seen.length > 0 && seen.every((box) => Math.min(box.width, box.height) < leastTarget);
}
