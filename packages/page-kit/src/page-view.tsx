import {
  blocksOf,
  type Band,
  type Block,
  type PageDocument,
  type Popup,
} from '@plumgate/core/page';
import { contrast, wordsOnSurface, type Brand } from '@plumgate/core/brand';
import { pageWords } from '@plumgate/core/languages';
import { memo, type CSSProperties, type ReactNode } from 'react';
import { baseCss, popupCss } from './base-css.ts';
import { blockViews } from './blocks/index.ts';
import { PageStringsProvider, usePageStrings } from './page-strings.ts';
import { PageContextProvider, usePage, type PageContext } from './page-context.ts';
import { Photo } from './photo.tsx';

/** A page as visitors see it: the one renderer of the published page and of the editor's canvas. */
export function PageView({ page, context }: { page: PageDocument; context: PageContext }) {
  const bandsOf = (popup: string) =>
    page.bands
      .filter((band) => band.popup === popup)
      .map((band) => <BandView key={band.id} band={band} />);
  return (
    <PageContextProvider value={context}>
      <PageStringsProvider value={pageWords(page.language)}>
        <main className="page">
          {bandsOf('')}
          {page.popups.map((popup) => (
            <PopupView key={popup.id} popup={popup}>
              {bandsOf(popup.id)}
            </PopupView>
          ))}
          {blocksOf(page)
            .filter((block) => block.kind === 'call-bar')
            .map((block) => (
              <div
                key={block.id}
                className="call-bar only-phone"
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

const BandView = memo(function BandView({ band }: { band: Band }) {
  const page = usePage();
  const shares = band.columns.map((column) => `minmax(0,${column.share}fr)`).join(' ');
  const isBarAlone = band.columns.every((column) =>
    column.blocks.every((block) => block.kind === 'call-bar'),
  );
  // A band that holds nothing but a call bar has nothing to show in its own place.
  if (isBarAlone && blockCount(band) > 0) return null;
  const beside = band.phone === 'beside' ? ' beside' : '';
  return (
    <section
      id={band.id}
      className={`band on-${band.surface} width-${band.width}${beside}${shownOn[band.shown]}`}
      style={{ '--space': band.space } as CSSProperties}
      {...page.editing?.addressOf(band.id)}
    >
      {band.picture && (
        <div
          className="band-back"
          style={fadeInto(band.surface, band.picture.fade, page.brand) as CSSProperties}
        >
          <Photo picture={band.picture} alt="" sizes="100vw" focus={band.picture.focus} />
        </div>
      )}
      <div className="columns" style={{ '--shares': shares } as CSSProperties}>
        {band.columns.map((column) => (
          <div key={column.id} className="column" {...page.editing?.addressOf(column.id)}>
            {column.blocks
              .filter((block) => block.kind !== 'call-bar')
              .map((block) => (
                <BlockPlace key={block.id} block={block} />
              ))}
          </div>
        ))}
      </div>
      {page.editing?.handles(band)}
    </section>
  );
});

/**
 * A picture faded into a surface. Multiplied with a dark one, or screened with a light one, it is nowhere lighter or darker
 * than if the surface lay over it as a veil, and words on it can be read as well; but its own light and dark stay.
 */
function fadeInto(surface: Band['surface'], fade: number, brand: Brand) {
  const whiteOn = (color: string) => contrast(color, '#FFFFFF');
  const isLight = whiteOn(wordsOnSurface(brand, surface)) > whiteOn(brand.colours[surface]);
  return {
    '--over': `color-mix(in srgb,var(--${surface}) ${fade}%,${isLight ? '#000' : '#fff'})`,
    '--blend': isLight ? 'screen' : 'multiply',
  };
}

const blockCount = (band: Band) =>
  band.columns.reduce((count, column) => count + column.blocks.length, 0);

const BlockPlace = memo(function BlockPlace({ block }: { block: Block }) {
  const page = usePage();
  // The same wrapper live as in the editor, which needs one to select by: one more box could move things.
  return (
    <div className="block" {...page.editing?.addressOf(block.id)}>
      <BlockBody block={block} />
    </div>
  );
});

function BlockBody({ block }: { block: Block }) {
  const { View } = blockViews[block.kind] as { View: (props: { block: Block }) => ReactNode };
  return <View block={block} />;
}

/**
 * The CSS that a page's kinds of block need, each once. A booking brings the form's, a form the button's. It depends on
 * the kinds alone, and is put together once for each set of them: the editor asks at every letter.
 */
export function cssFor(page: PageDocument): string {
  const kinds = new Set(blocksOf(page).map((block) => block.kind));
  if (kinds.has('booking')) kinds.add('form');
  if (kinds.has('before-after')) kinds.add('picture');
  if (kinds.has('form') || kinds.has('your-booking')) kinds.add('button');
  const hasPopups = page.popups.length > 0;
  const key = `${hasPopups} ${[...kinds].sort().join()}`;
  const known = sheets.get(key);
  if (known !== undefined) return known;
  const parts = [...kinds].map((kind) => blockViews[kind].css);
  const sheet = squeezed([baseCss, hasPopups ? popupCss : '', ...parts].join(''));
  if (sheets.size > mostSheets) sheets.clear();
  sheets.set(key, sheet);
  return sheet;
}

const sheets = new Map<string, string>();
const mostSheets = 500;

const squeezed = (css: string) => css.replace(/\n/g, '');
