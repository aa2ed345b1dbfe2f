import {
  blocksOf,
  inPhoneOrder,
  isDrawnLast,
  sectionOf,
  sectionStarts,
  surfaceOfColumn,
  type Band,
  type Block,
  type Column,
  type PageDocument,
  type PageSection,
  type Popup,
} from '@plumgate/core/page';
import type { Brand, Surface } from '@plumgate/core/brand';
import { pageWords } from '@plumgate/core/languages';
import { memo, type CSSProperties, type ReactNode } from 'react';
import { BackPicture, fixedPictureCss } from './back-picture.tsx';
import { baseCss, popupCss, sectionCss } from './base-css.ts';
import { blockViews } from './blocks/index.ts';
import { bandClass, boxClass, lookClass, ownRules, placeClass } from './own-css.ts';
import { PageStringsProvider, usePageStrings } from './page-strings.ts';
import { PageContextProvider, usePage, type PageContext } from './page-context.ts';

/** A page as visitors see it: the one renderer of the published page and of the editor's canvas. */
export function PageView({ page, context }: { page: PageDocument; context: PageContext }) {
  const starts = sectionStarts(page);
  const bandsOf = (popup: string) =>
    page.bands
      .filter((band) => band.popup === popup)
      .map((band) => (
        <BandView
          key={band.id}
          band={band}
          section={sectionOf(page, band)}
          isStart={starts.has(band.id)}
        />
      ));
  return (
    <PageContextProvider value={context}>
      <PageStringsProvider value={pageWords(page.language)}>
        <main className="page">
          {context.formBefore && <NothingSent form={context.formBefore} />}
          {bandsOf('')}
          {page.popups.map((popup) => (
            <PopupView key={popup.id} popup={popup}>
              {bandsOf(popup.id)}
            </PopupView>
          ))}
          {blocksOf(page)
            .filter(isDrawnLast)
            .toSorted(barFirst)
            .map((block) => (
              <div
                key={block.id}
                className={block.kind === 'call-bar' ? 'call-bar only-phone' : 'chat-edge'}
                {...context.editing?.addressOf(block.id)}
              >
                <BlockBody block={block} />
              </div>
            ))}
        </main>
      </PageStringsProvider>
    </PageContextProvider>
  );
}

/** A page of thanks that somebody opened without having sent anything says so, and leads to the form. */
function NothingSent({ form }: { form: string }) {
  const { nothingSent, toTheForm } = usePageStrings();
  return (
    <p
      style={{
        ...{ margin: 0, padding: '14px 20px', textAlign: 'center' },
        ...{ background: '#fff4d6', color: '#3a2c00', borderBottom: '1px solid #d9c27a' },
      }}
    >
      {nothingSent} <a href={form}>{toTheForm}</a>
    </p>
  );
}

/** A chat box at the edge stands above the call bar, which its place is told from. */
const barFirst = (a: Block, b: Block) =>
  Number(b.kind === 'call-bar') - Number(a.kind === 'call-bar');

/** A dialog on a visitor's page; on the canvas it lies open below the page, so that it can be made. */
function PopupView({ popup, children }: { popup: Popup; children: ReactNode }) {
  const { editing } = usePage();
  const { close, more } = usePageStrings();
  const inside = <div className="popup-inside">{children}</div>;
  if (editing)
    return (
      <div className="popup popup-made" data-label={popup.name || 'Popup'}>
        {inside}
      </div>
    );
  return (
    <dialog
      id={popup.id}
      className="popup"
      aria-label={popup.name || more}
      data-opens={popup.opens}
      data-after={popup.after}
      data-days={popup.everyDays}
    >
      <a className="popup-close" href="#" aria-label={close}>
        ×
      </a>
      {inside}
    </dialog>
  );
}

const shownOn = { both: '', wide: ' only-wide', phone: ' only-phone' } as const;

/** A band; `isStart` where its section begins, which is what the section's link leads to. */
const BandView = memo(function BandView({
  band,
  section,
  isStart,
}: {
  band: Band;
  section: PageSection | null;
  isStart: boolean;
}) {
  const page = usePage();
  const isDrawnElsewhere = band.columns.every((column) => column.blocks.every(isDrawnLast));
  // A band that holds nothing but such blocks has nothing to show in its own place.
  if (isDrawnElsewhere && blockCount(band) > 0) return null;
  const beside = band.phone === 'beside' ? ' beside' : '';
  const shown = inPhoneOrder(band.columns, band.phoneOrder);
  const isReordered = band.phoneOrder.length > 0;
  const shares = {
    '--shares': sharesOf(band.columns),
    ...(isReordered && { '--phone-shares': sharesOf(shown) }),
  };
  return (
    <section
      id={band.id}
      className={`band ${bandClass(band)} width-${band.width}${beside}${shownOn[band.shown]}`}
      style={{ '--space': band.space } as CSSProperties}
      {...(section && { 'data-section': section.id })}
      {...(section &&
        isStart &&
        page.editing && { 'data-section-name': section.name || section.id })}
      {...page.editing?.addressOf(band.id)}
    >
      {section && isStart && !page.editing && <span id={section.id} />}
      {band.picture && <BackPicture picture={band.picture} surface={band.surface} />}
      <div
        className={isReordered ? 'columns reordered' : 'columns'}
        style={shares as CSSProperties}
      >
        {shown.map((column) => {
          const at = band.columns.indexOf(column);
          return (
            <ColumnView
              key={column.id}
              column={column}
              surface={surfaceOfColumn(band, column)}
              at={isReordered ? at : null}
              side={at === 0 ? ' at-first' : at === shown.length - 1 ? ' at-last' : ''}
            />
          );
        })}
      </div>
      {page.editing?.handles(band)}
    </section>
  );
});

const sharesOf = (columns: Column[]) =>
  columns.map((column) => `minmax(0,${column.share}fr)`).join(' ');

/** A column; `at` is its place on a wide page where a phone has another, and `side` the side of the band that it reaches. */
const ColumnView = memo(function ColumnView({
  column,
  surface,
  at,
  side,
}: {
  column: Column;
  surface: Surface;
  at: number | null;
  side: string;
}) {
  const page = usePage();
  const isReordered = column.phoneOrder.length > 0;
  const classes = ['column', boxClass(column.box), placeClass(column), isReordered && 'reordered'];
  return (
    <div
      className={`${classes.filter(Boolean).join(' ')}${at === null ? '' : side}`}
      style={placedAt(at)}
      {...page.editing?.addressOf(column.id)}
    >
      {column.box.picture && <BackPicture picture={column.box.picture} surface={surface} />}
      {inPhoneOrder(column.blocks, column.phoneOrder)
        .filter((block) => !isDrawnLast(block))
        .map((block) => (
          <BlockPlace
            key={block.id}
            block={block}
            at={isReordered ? column.blocks.indexOf(block) : null}
          />
        ))}
    </div>
  );
});

/** The place on a wide page of a part that comes elsewhere on a phone. */
const placedAt = (at: number | null) =>
  at === null ? undefined : ({ '--at': at } as CSSProperties);

const blockCount = (band: Band) =>
  band.columns.reduce((count, column) => count + column.blocks.length, 0);

const BlockPlace = memo(function BlockPlace({ block, at }: { block: Block; at: number | null }) {
  const page = usePage();
  const own = lookClass(block);
  // The same wrapper live as in the editor, which needs one to select by: one more box could move things.
  return (
    <div
      className={own ? `block ${own}` : 'block'}
      style={placedAt(at)}
      {...page.editing?.addressOf(block.id)}
    >
      <BlockBody block={block} />
    </div>
  );
});

function BlockBody({ block }: { block: Block }) {
  const { View } = blockViews[block.kind] as { View: (props: { block: Block }) => ReactNode };
  return <View block={block} />;
}

/** The CSS that a page needs: of its kinds of block, and of what departs from the brand. */
export const cssFor = (page: PageDocument, brand: Brand): string =>
  cssOfKinds(page) + ownRules(page, brand) + (hasFixedPicture(page) ? fixedPictureCss : '');

const hasFixedPicture = ({ bands }: PageDocument) =>
  bands.some((band) => band.picture?.fixed || band.columns.some(({ box }) => box.picture?.fixed));

/**
 * The CSS of a page's kinds of block, each once. A booking and a chat box bring the form's, a form the button's. It depends on the kinds
 * alone, and is put together once for each set of them: the editor asks at every letter.
 */
function cssOfKinds(page: PageDocument): string {
  const kinds = new Set(blocksOf(page).map((block) => block.kind));
  if (kinds.has('booking') || kinds.has('chat')) kinds.add('form');
  if (kinds.has('before-after')) kinds.add('picture');
  if (kinds.has('listing')) for (const kind of ['homes', 'map', 'team'] as const) kinds.add(kind);
  if (kinds.has('form') || kinds.has('your-booking')) kinds.add('button');
  const hasPopups = page.popups.length > 0;
  const hasSections = page.sections.length > 0;
  const key = `${hasPopups} ${hasSections} ${[...kinds].sort().join()}`;
  const known = sheets.get(key);
  if (known !== undefined) return known;
  const parts = [...kinds].map((kind) => blockViews[kind].css);
  const sheet = squeezed(
    [baseCss, hasPopups ? popupCss : '', hasSections ? sectionCss : '', ...parts].join(''),
  );
  if (sheets.size > mostSheets) sheets.clear();
  sheets.set(key, sheet);
  return sheet;
}

const sheets = new Map<string, string>();
const mostSheets = 500;

const squeezed = (css: string) => css.replace(/\n/g, '');
