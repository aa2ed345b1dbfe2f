import { leastTarget, leastWords, type OnPhone } from '@plumgate/core/launch';
import { openFrames } from './moving/on-screen.ts';

/** What only a laid out page tells, measured on the canvas's phone in its own pixels; null where it is not open. */
export function measuredOnPhone(): OnPhone | null {
  const [phone] = [...openFrames].sort((a, b) => widthOf(a) - widthOf(b));
  const view = phone?.defaultView;
  if (!phone || !view) return null;
  return {
    firstActionTop: firstActionTop(phone, view),
    smallWords: partsOf(
      [...phone.querySelectorAll<HTMLElement>('main *')].filter((one) => isSmallWords(one, view)),
    ),
    smallTargets: partsWithSmallTargets(phone, view),
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

/** The parts that elements stand in, each once, from the top. */
const partsOf = (elements: HTMLElement[]): string[] => [
  ...new Set(
    elements.flatMap((one) => one.closest<HTMLElement>('[data-part]')?.dataset.part ?? []),
  ),
];

const hasOwnWords = (one: Element) =>
  [...one.childNodes].some((node) => node.nodeType === 3 && node.nodeValue!.trim() !== '');

/** What a selected part is drawn by lies on the canvas only. */
const isHandle = (one: Element) => one.closest('[data-handle]') !== null;

const isSmallWords = (one: HTMLElement, view: Window) =>
  hasOwnWords(one) &&
  !isHandle(one) &&
  parseFloat(view.getComputedStyle(one).fontSize) < leastWords;

/**
 * The parts whose targets fail WCAG 2.2, 2.5.8: under 24 px, and so near to another that a circle of 24 px around their
 * middle reaches it. A link within a sentence is let off; a box is pressed by its label too.
 */
function partsWithSmallTargets(page: Document, view: Window): string[] {
  const all = [...page.querySelectorAll<HTMLElement>(targets)].flatMap((one) => {
    const pressed = one.closest('label') ?? one;
    const box = pressed.getBoundingClientRect();
    const isShown = box.width > 1 && box.height > 1;
    return isShown && !isHandle(one) ? [{ one, box }] : [];
  });
  const small = all.filter(
    ({ one, box }) => Math.min(box.width, box.height) < leastTarget && !isInSentence(one, view),
  );
  return partsOf(
    small
      .filter(({ box }) => all.some((other) => other.box !== box && isNear(box, other.box)))
      .map(({ one }) => one),
  );
}

const isInSentence = (one: HTMLElement, view: Window) =>
  view.getComputedStyle(one).display === 'inline' && hasOwnWords(one.parentElement!);

/** Whether the circle around a small target's middle reaches another target, or the circle around that if it is small too. */
function isNear(box: DOMRect, other: DOMRect): boolean {
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const isSmall = Math.min(other.width, other.height) < leastTarget;
  const [across, down] = isSmall
    ? [x - (other.x + other.width / 2), y - (other.y + other.height / 2)]
    : [
        x - Math.min(Math.max(x, other.left), other.right),
        y - Math.min(Math.max(y, other.top), other.bottom),
      ];
  return Math.hypot(across, down) < (isSmall ? leastTarget : leastTarget / 2);
}
