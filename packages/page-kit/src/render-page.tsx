import { brandVariables } from '@plumgate/core/brand';
import type { PageDocument } from '@plumgate/core/page';
import { renderToStaticMarkup } from 'react-dom/server';
import { Consent, type ConsentBar } from './consent-bar.tsx';
import { favicon } from './favicon.ts';
import { PageType } from './page-type.tsx';
import type { PageContext } from './page-context.ts';
import { Metadata, type PageMetadata } from './page-metadata.tsx';
import { runtimePartsOf, type RuntimePart } from './runtime-parts.ts';
import { cssFor, PageView } from './page-view.tsx';

export interface PageToRender {
  page: PageDocument;
  context: PageContext;
  /** Where fonts and the script are served from, such as `/~`. */
  assets: string;
  /** What search engines and shared links show; left out for a page without an address. */
  metadata?: PageMetadata;
  /** The agency's own HTML, for the head and for the end of the body. */
  code?: { head: string; body: string };
  /** Whether to be counted is asked, or was; null where nobody is asked. */
  consentBar?: ConsentBar | null;
  /** The file name of a script made of parts; a page asks for those it uses, or for none. */
  script: (parts: RuntimePart[]) => string;
}

/** A page as one HTML document with its CSS inside, readable and usable without script. */
export function renderPage({
  page,
  context,
  assets,
  script,
  metadata,
  code,
  consentBar = null,
}: PageToRender): string {
  const { brand } = context;
  const css = `:root{${brandVariables(brand)}}${cssFor(page, brand)}`;
  const parts = [
    ...runtimePartsOf(page, context.forms),
    ...(metadata ? (['seen'] as const) : []),
    ...(consentBar?.isOpen ? (['consent'] as const) : []),
  ];
  const document = (
    <html lang={page.language}>
      <head>
        <meta charSet="utf-8" />
        <title>{context.merge(page.title)}</title>
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        {page.description && <meta name="description" content={context.merge(page.description)} />}
        {metadata && <Metadata page={page} context={context} metadata={metadata} />}
        <PageType pair={brand.typePair} folder={`${assets}/fonts`} />
        <link rel="icon" href={iconOf(page, context)} />
        <style dangerouslySetInnerHTML={{ __html: css }} />
        {parts.length > 0 && <script defer src={`${assets}/${script(parts)}`} />}
      </head>
      <body>
        <PageView page={page} context={context} />
        {consentBar && <Consent bar={consentBar} language={page.language} />}
      </body>
    </html>
  );
  return withCode(`<!doctype html>${renderToStaticMarkup(document)}`, code);
}

/** Puts own code last in the head and last in the body, in that order, exactly as it was written. */
function withCode(html: string, code: PageToRender['code']): string {
  const at = (end: string, own: string | undefined, text: string) => {
    const place = text.lastIndexOf(end);
    return own ? `${text.slice(0, place)}${own}${text.slice(place)}` : text;
  };
  return at('</head>', code?.head, at('</body>', code?.body, html));
}

/** The page's own small picture, else the brand's logo, else a dot in the client's colour: a browser asks for an icon in any case. */
function iconOf({ icon }: PageDocument, { brand, picture }: PageContext): string {
  const own = icon ?? brand.logo;
  return own ? picture(own).src(240, 'webp') : favicon(brand.colours.action);
}
