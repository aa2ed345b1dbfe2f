import type { Band, PageDocument } from './document.ts';

/**
 * Where a new band goes among a page's bands, as its index: a header to the top, a headline of the page right below the
 * header, a legal footer to the end, and anything else below the band at `after` (null for none: before the footer), but
 * never above the header or below the footer.
 */
export function naturalPlace(
  { bands }: Pick<PageDocument, 'bands'>,
  band: Band,
  after: number | null,
): number {
  const last = bands.findLastIndex((one) => !one.popup);
  const top = bands[0] && isHeader(bands[0]) ? 1 : 0;
  const end = last >= 0 && isFooter(bands[last]!) ? last : bands.length;
  if (isHeader(band)) return 0;
  if (isFooter(band)) return last + 1;
  if (hasHeadline(band)) return top;
  return Math.min(Math.max(after === null ? end : after + 1, top), end);
}

const blocksIn = (band: Band) => band.columns.flatMap(({ blocks }) => blocks);
/** Whether a band is the page's header or legal footer, which stand on every section of it. */
export const isHeaderOrFooter = (band: Band): boolean => isHeader(band) || isFooter(band);

const isHeader = (band: Band) => blocksIn(band).some(({ kind }) => kind === 'logo');
const isFooter = (band: Band) => blocksIn(band).some(({ kind }) => kind === 'legal-footer');
const hasHeadline = (band: Band) =>
  blocksIn(band).some((block) => block.kind === 'heading' && block.level === 1);
