import { blocksOf, type Band, type Block, type PageDocument } from '@plumgate/core/page';
import { memo, type ReactNode } from 'react';
import { baseCss } from './base-css.ts';
import { blockViews } from './blocks/index.ts';
import { PageContextProvider, usePage, type PageContext } from './page-context.ts';

/** A page as visitors see it: the one renderer of the published page and of the editor's canvas. */
export function PageView({ page, context }: { page: PageDocument; context: PageContext }) {
  return (
    <PageContextProvider value={context}>
      <main className="page">
        {page.bands.map((band) => (
          <BandView key={band.id} band={band} />
        ))}
      </main>
    </PageContextProvider>
  );
}

const BandView = memo(function BandView({ band }: { band: Band }) {
  const page = usePage();
  const shares = band.columns.map((column) => `minmax(0,${column.share}fr)`).join(' ');
  return (
    <section
      id={band.id}
      className={`band band-${band.space} on-${band.surface} width-${band.width}`}
      {...page.editing?.addressOf(band.id)}
    >
      <div className="columns" style={{ '--shares': shares } as React.CSSProperties}>
        {band.columns.map((column) => (
          <div key={column.id} className="column" {...page.editing?.addressOf(column.id)}>
            {column.blocks.map((block) => (
              <BlockPlace key={block.id} block={block} />
            ))}
          </div>
        ))}
      </div>
    </section>
  );
});

const BlockPlace = memo(function BlockPlace({ block }: { block: Block }) {
  const page = usePage();
  const { View } = blockViews[block.kind] as { View: (props: { block: Block }) => ReactNode };
  // The same wrapper live as in the editor, which needs one to select by: one more box could move things.
  return (
    <div className="block" {...page.editing?.addressOf(block.id)}>
      <View block={block} />
    </div>
  );
});

/** The CSS that a page's kinds of block need, each once. A booking brings the form's, a form the button's. */
export function cssFor(page: PageDocument): string {
  const kinds = new Set(blocksOf(page).map((block) => block.kind));
  if (kinds.has('booking')) kinds.add('form');
  if (kinds.has('form') || kinds.has('your-booking')) kinds.add('button');
  return squeezed(baseCss + [...kinds].map((kind) => blockViews[kind].css).join(''));
}

const squeezed = (css: string) => css.replace(/\n/g, '');
