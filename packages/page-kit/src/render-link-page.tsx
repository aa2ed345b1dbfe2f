import { brandVariables, type Brand } from '@plumgate/core/brand';
import { spaces } from '@plumgate/core/page';
import { renderToStaticMarkup } from 'react-dom/server';
import { pageWords } from '@plumgate/core/languages';
import { baseCss } from './base-css.ts';
import { blockViews } from './blocks/index.ts';
import { favicon } from './favicon.ts';
import { PageType } from './page-type.tsx';
import { dialled } from '@plumgate/core/people';
import type { FreeTimes } from './page-context.ts';
import { Times, timesCss } from './times.tsx';
import { PageStringsProvider } from './page-strings.ts';

/** A page that a link in a message opens: one thing to read, and forms that post back to the same address. */
export interface LinkPage {
  clientName: string;
  phone: string;
  /** The client's, in which the phone is written. */
  country: string;
  brand: Brand;
  assets: string;
  /** Of its words; English where it is left out. */
  language?: string;
  title: string;
  lines: string[];
  /** What went wrong with what was just tried. */
  wrong?: string;
  /** A press that does one thing; `does` is its value in the field `do`. */
  presses: { does: string; label: string; quiet?: boolean }[];
  /** Free times to move to, with the press that moves. */
  times?: { free: FreeTimes; label: string };
  links?: { href: string; label: string }[];
  /** A code to be shown, with pictures of it for scanners: SVG of ours. */
  code?: { text: string; pictures: string[] };
  /** What can be chosen, saved by one press. */
  choices?: { groups: ChoiceGroup[]; press: string };
}

/** Choices under one heading: one of them, or each by itself. */
export interface ChoiceGroup {
  label: string;
  as: 'radio' | 'checkbox';
  choices: { name: string; value: string; label: string; isChosen: boolean }[];
}

const codeCss =
  '.link-page .code{display:grid;gap:16px;justify-items:center;background:#fff;color:#111;border-radius:12px;padding:20px}.link-page .code svg{display:block;width:min(100%,260px);height:auto}.link-page .code p{width:100%;font-size:1.6rem;font-weight:700;letter-spacing:.12em;overflow-wrap:anywhere;text-align:center}';

const choicesCss =
  '.link-page fieldset{border:1px solid var(--line,#ddd);border-radius:10px;padding:12px 16px;margin:0 0 14px;display:grid;gap:8px}.link-page legend{font-weight:600;padding:0 6px}.link-page fieldset label{display:flex;gap:10px;align-items:baseline}';

/** The page behind a link in a message, in the client's brand; works without script. */
export function renderLinkPage(page: LinkPage): string {
  const { brand } = page;
  const isOwnName = page.title === page.clientName;
  const css = [
    `:root{${brandVariables(brand)}}`,
    baseCss,
    blockViews.button.css,
    blockViews.form.css,
    timesCss,
    page.choices ? choicesCss : '',
    page.code ? codeCss : '',
    'body{background:var(--paper)}.link-page{max-width:620px;margin-inline:auto;display:grid;gap:18px}.link-page h1{font-family:var(--title-face);font-size:clamp(1.7rem,5cqi,2.4rem);line-height:1.15;margin:0}.link-page p{margin:0}.link-page .ways{display:flex;flex-wrap:wrap;gap:12px}',
  ].join('');
  const document = (
    <html lang={page.language ?? 'en'}>
      <head>
        <meta charSet="utf-8" />
        <title>{isOwnName ? page.title : `${page.title} · ${page.clientName}`}</title>
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <link rel="icon" href={favicon(brand.colours.action)} />
        <meta name="robots" content="noindex" />
        <PageType pair={brand.typePair} folder={`${page.assets}/fonts`} />
        <style dangerouslySetInnerHTML={{ __html: css.replace(/\n/g, '') }} />
      </head>
      <body>
        <main className="page">
          <div className="band" style={{ '--space': spaces.snug } as React.CSSProperties}>
            <div className="link-page">
              {!isOwnName && <p>{page.clientName}</p>}
              <h1>{page.title}</h1>
              {page.lines.map((line) => (
                <p key={line}>{line}</p>
              ))}
              {page.wrong && (
                <p className="form-wrong" role="alert">
                  {page.wrong}
                </p>
              )}
              {page.links && (
                <p className="ways">
                  {page.links.map((link) => (
                    <a key={link.href} className="press outline" href={link.href}>
                      {link.label}
                    </a>
                  ))}
                </p>
              )}
              {page.times && (
                <form className="form" method="post">
                  <p className="form-title">Move</p>
                  <Times times={page.times.free} chosen="" />
                  <button className="press" name="do" value="move">
                    {page.times.label}
                  </button>
                </form>
              )}
              {page.code && (
                <div className="code">
                  {page.code.pictures.map((svg) => (
                    <div key={svg.length} dangerouslySetInnerHTML={{ __html: svg }} />
                  ))}
                  <p>{page.code.text}</p>
                </div>
              )}
              {page.choices && (
                <form method="post">
                  {page.choices.groups.map(({ label, as, choices }) => (
                    <fieldset key={label}>
                      <legend>{label}</legend>
                      {choices.map((choice) => (
                        <label key={choice.name + choice.value}>
                          <input
                            type={as}
                            name={choice.name}
                            value={choice.value}
                            defaultChecked={choice.isChosen}
                          />
                          <span>{choice.label}</span>
                        </label>
                      ))}
                    </fieldset>
                  ))}
                  <button className="press">{page.choices.press}</button>
                </form>
              )}
              {page.presses.length > 0 && (
                <form method="post" className="ways">
                  {page.presses.map((press) => (
                    <button
                      key={press.does}
                      className={`press ${press.quiet ? 'outline' : ''}`}
                      name="do"
                      value={press.does}
                    >
                      {press.label}
                    </button>
                  ))}
                </form>
              )}
              {page.phone && (
                <p>
                  Questions? Call{' '}
                  <a href={`tel:${dialled(page.phone, page.country)}`} style={{ color: 'inherit' }}>
                    {page.phone}
                  </a>
                </p>
              )}
            </div>
          </div>
        </main>
      </body>
    </html>
  );
  return `<!doctype html>${renderToStaticMarkup(document)}`;
}

/** The free times alone, in a page's language, for a script to put in place of others. */
export const renderTimes = (times: FreeTimes, language: string): string =>
  renderToStaticMarkup(
    <PageStringsProvider value={pageWords(language)}>
      <Times times={times} chosen="" />
    </PageStringsProvider>,
  );
