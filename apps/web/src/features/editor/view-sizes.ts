/** One of the two views of a page. */
export type View = 'wide' | 'phone';

/** How a view is drawn: its scale, and its height on the screen in px. */
export interface ViewSize {
  scale: number;
  height: number;
}

/** Around the canvas, between the views, and the borders of the phone, in px. */
const [edge, gap, borders] = [16, 24, 12];
/** The line below each view. */
const caption = 28;
/** A view that stands beside the one somebody works in: as narrow as what happens in it can still be seen. */
const leastStrip = 96;
/** The least at which words can be written in: where there is no room for it, the canvas scrolls sideways. */
const leastScale: Record<View, number> = { wide: 0.7, phone: 1 };
/** How high a phone's screen is, in its own px, when it is not made longer to show more of the page. */
const phoneHeight = 844;

/**
 * How large both views are drawn in a canvas. The one that is worked in gets the room, at most at its own size and never
 * too small to write in; the other stands beside it as a narrow strip. `writable` is the scale that the words need which
 * somebody writes in just now, 0 while nobody does.
 */
export function viewSizes(
  canvas: { width: number; height: number },
  widths: Record<View, number>,
  main: View,
  zoom: 'fit' | number,
  writable = 0,
): Record<View, ViewSize> {
  const inner = canvas.width - 2 * edge - gap - borders;
  const tall = Math.max(200, canvas.height - 2 * edge - caption);
  const other = main === 'wide' ? 'phone' : 'wide';
  const fit = Math.min(1, (inner - leastStrip) / widths[main]);
  const scale = Math.max(zoom === 'fit' ? Math.max(fit, leastScale[main]) : zoom, writable);
  const rest = Math.max(leastStrip, inner - widths[main] * scale);
  const strip = Math.min(scale, rest / widths[other], main === 'wide' ? 0.54 : 1);
  const inScreen = (at: number) => Math.min(tall - 10, at * phoneHeight);
  return main === 'wide'
    ? { wide: { scale, height: tall }, phone: { scale: strip, height: inScreen(strip) } }
    : { wide: { scale: strip, height: tall }, phone: { scale, height: tall - 16 } };
}
