import { moneyWords } from '@plumgate/core/basics';
import { brandVariables, plainBrand, type Brand } from '@plumgate/core/brand';
import { reportParts, type ReportPart, type ReportSheet } from '@plumgate/core/reports';
import type { ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { favicon } from './favicon.ts';
import { PageType } from './page-type.tsx';
import { ReportChart } from './report-chart.tsx';
import { Leads, Numbers, Pages, Sources } from './report-parts.tsx';
import type { RuntimePart } from './runtime-parts.ts';

/** A client's month on paper and on screen. */
export interface ReportPage {
  clientName: string;
  brand: Brand;
  agency: string;
  /** In whose look and name it is. */
  by: 'client' | 'agency';
  assets: string;
  script: (parts: RuntimePart[]) => string;
  locale: string;
  name: string;
  /** In words, as are the days on which it was made and its link ends. */
  month: string;
  made: string;
  until: string;
  parts: readonly ReportPart[];
  words: string;
  sheet: ReportSheet;
}

const css = `
*{box-sizing:border-box}
@page{margin:14mm}
body{margin:0;background:var(--paper);color:var(--ink);font:15px/1.5 var(--text-face);-webkit-print-color-adjust:exact;print-color-adjust:exact}
main{max-width:820px;margin:0 auto;padding:32px 24px;display:grid;gap:30px}
h1,h2{font-family:var(--title-face);line-height:1.15;margin:0}
h1{font-size:2rem}
h2{font-size:1.2rem;margin-bottom:10px}
p{margin:0}
header{border-bottom:3px solid var(--action);padding-bottom:16px;display:grid;gap:6px}
header,h2,tr,figure,.numbers,.idea{break-inside:avoid}
h2{break-after:avoid}
.quiet{color:color-mix(in srgb,var(--ink) 72%,var(--paper));font-size:.87rem}
.words{white-space:pre-line;max-width:64ch}
.numbers{display:grid;grid-template-columns:repeat(auto-fit,minmax(150px,1fr));gap:16px 24px}
.numbers b{display:block;font-family:var(--title-face);font-size:1.7rem;line-height:1.2;font-variant-numeric:tabular-nums}
table{border-collapse:collapse;width:100%;font-variant-numeric:tabular-nums}
thead{display:table-header-group}
th,td{padding:6px 10px 6px 0;text-align:left;border-bottom:1px solid color-mix(in srgb,var(--ink) 16%,transparent);vertical-align:top;overflow-wrap:anywhere}
th{font-size:.8rem}
.n{text-align:right;white-space:nowrap;overflow-wrap:normal}
figure{margin:0}
.idea+.idea{margin-top:14px}
button{font:inherit;font-weight:650;justify-self:start;min-height:44px;padding:8px 18px;border:0;border-radius:8px;background:var(--action);color:var(--on-action);cursor:pointer}
@media (max-width:560px){main{padding:20px 16px}.wide{display:none}}
@media print{main{max-width:none;padding:0}button{display:none}.wide{display:table-cell}a{color:inherit;text-decoration:none}}`;

/** A report as one document with its CSS inside: prints on A4 and Letter, and needs no script but for its print button. */
export function renderReport(page: ReportPage): string {
  const { clientName, agency, by, assets, parts, sheet, month } = page;
  const brand = by === 'client' ? page.brand : plainBrand;
  const isEmpty = sheet.numbers.visitors === 0 && sheet.numbers.leads === 0;
  const document = (
    <html lang={page.locale}>
      <head>
        <meta charSet="utf-8" />
        <title>{`${page.name}, ${month} · ${clientName}`}</title>
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="robots" content="noindex" />
        <link rel="icon" href={favicon(brand.colours.action)} />
        <PageType pair={brand.typePair} folder={`${assets}/fonts`} />
        <style
          dangerouslySetInnerHTML={{
            __html: `:root{${brandVariables(brand)}}${css.replace(/\n/g, '')}`,
          }}
        />
        <script defer src={`${assets}/${page.script(['print'])}`} />
      </head>
      <body>
        <main>
          <header>
            <p className="quiet">{by === 'agency' && agency ? agency : clientName}</p>
            <h1>{`${page.name}, ${month}`}</h1>
            <p className="quiet">
              {by === 'agency' ? `For ${clientName}. ` : ''}Made on {page.made}. Numbers are kept as
              they were then.
            </p>
          </header>
          <button type="button" data-print hidden>
            Print or save as PDF
          </button>
          {isEmpty && <p>Nobody came to the pages in this month.</p>}
          {parts.map((part) => (
            <Part key={part} part={part} page={page} />
          ))}
          <footer className="quiet">
            {by === 'client' && agency ? `By ${agency}. ` : ''}A visitor counts once, on the day
            they first saw a page. This link works until {page.until}.
          </footer>
        </main>
      </body>
    </html>
  );
  return `<!doctype html>${renderToStaticMarkup(document)}`;
}

/** One part under its heading; nothing where there is nothing to say. */
function Part({ part, page }: { part: ReportPart; page: ReportPage }): ReactNode {
  const body = bodyOf(part, page);
  if (body === null) return null;
  return (
    <section>
      {part !== 'words' && <h2>{reportParts[part]}</h2>}
      {body}
    </section>
  );
}

function bodyOf(part: ReportPart, page: ReportPage): ReactNode | null {
  const { sheet, locale } = page;
  const money = (amount: number) => moneyWords({ amount, currency: sheet.currency }, locale);
  const count = (value: number) => value.toLocaleString(locale);
  switch (part) {
    case 'words':
      return page.words ? <p className="words">{page.words}</p> : null;
    case 'numbers':
      return <Numbers {...{ sheet, locale, money }} />;
    case 'line':
      return sheet.days.length > 0 ? <ReportChart {...{ sheet, locale }} /> : null;
    case 'sources':
      return sheet.sources.length > 0 ? (
        <Sources {...{ rows: sheet.sources, locale, money }} />
      ) : null;
    case 'pages':
      return sheet.pages.length > 0 ? <Pages {...{ rows: sheet.pages, locale }} /> : null;
    case 'conversions':
      return sheet.conversions.length > 0 ? (
        <table>
          <tbody>
            {sheet.conversions.map(({ name, count: so, value }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td className="n">{count(so)}</td>
                <td className="n">{value === null ? '' : money(value)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null;
    case 'tests':
      return sheet.tests.length > 0
        ? sheet.tests.map(({ idea, result, lesson }) => (
            <div className="idea" key={idea}>
              <p>
                <b>{idea}</b>
              </p>
              <p>{result}</p>
              {lesson && <p className="quiet">Learned: {lesson}</p>}
            </div>
          ))
        : null;
    case 'leads':
      return sheet.leads.length > 0 ? <Leads {...{ sheet, locale }} /> : null;
  }
}
