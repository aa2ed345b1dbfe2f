import { brandVariables } from '@plumgate/core/brand';
import type { PageDocument } from '@plumgate/core/page';
import { renderToStaticMarkup } from 'react-dom/server';
import { fontFaces, fontPreloads } from './fonts.ts';
import type { PageContext } from './page-context.ts';
import { runtimePartsOf, type RuntimePart } from './runtime-parts.ts';
import { cssFor, PageView } from './page-view.tsx';

export interface PageToRender {
  page: PageDocument;
  context: PageContext;
  /** Where fonts and the script are served from, such as `/~`. */
  assets: string;
  /** The page's one address, whole, as RFC 6596 has it; left out where there is none yet. */
  canonical?: string;
  /** The file name of a script made of parts; a page asks for those it uses, or for none. */
  script: (parts: RuntimePart[]) => string;
}

/** A page as one HTML document with its CSS inside, readable and usable without script. */
export function renderPage({ page, context, assets, script, canonical }: PageToRender): string {
  const { brand } = context;
  const fonts = `${assets}/fonts`;
  const css = `:root{${brandVariables(brand)}}${fontFaces(brand.typePair, fonts)}${cssFor(page)}`;
  const parts = runtimePartsOf(page);
  const document = (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <title>{context.merge(page.title)}</title>
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        {page.description && <meta name="description" content={context.merge(page.description)} />}
        {canonical && <link rel="canonical" href={canonical} />}
        {fontPreloads(brand.typePair, fonts).map((href) => (
          <link
            key={href}
            rel="preload"
            as="font"
            type="font/woff2"
            href={href}
            crossOrigin="anonymous"
          />
        ))}
        <link rel="icon" href={favicon(brand.colours.action)} />
        <style dangerouslySetInnerHTML={{ __html: css }} />
        {parts.length > 0 && <script defer src={`${assets}/${script(parts)}`} />}
      </head>
      <body>
        <PageView page={page} context={context} />
      </body>
    </html>
  );
  return `<!doctype html>${renderToStaticMarkup(document)}`;
}

/** A dot in the client's colour, so that a browser asks for no icon that isn't there. */
const favicon = (colour: string) =>
  `data:image/svg+xml,${encodeURIComponent(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8"><circle cx="4" cy="4" r="4" fill="${colour}"/></svg>`)}`;
