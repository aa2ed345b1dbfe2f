import { brandVariables, type Brand } from '@plumgate/core/brand';
import { renderToStaticMarkup } from 'react-dom/server';
import { baseCss } from './base-css.ts';
import { blockViews } from './blocks/index.ts';
import { PageType } from './page-type.tsx';
import type { RuntimePart } from './runtime-parts.ts';

/** A remark on a page, pinned to a band of it: how far across and down, from 0 to 1. No band, no pin. */
export interface ShownRemark {
  number: number;
  band: string;
  x: number;
  y: number;
  who: string;
  words: string;
  isDone: boolean;
}

/** What a client sees by an approval link: the draft of one page, what was said of it, and a way to say more. */
export interface ApprovalPage {
  clientName: string;
  brand: Brand;
  assets: string;
  script: (parts: RuntimePart[]) => string;
  funnel: string;
  pages: { slug: string; name: string; isOpen: boolean }[];
  /** Where the draft itself is. */
  frame: string;
  isPhone: boolean;
  remarks: ShownRemark[];
  until: string;
  approved: string | null;
  /** What went wrong with what was just sent, and what it was. */
  wrong: { message: string; words: string } | null;
}

const css = `
.approval{font-size:16px;line-height:1.5;max-width:1240px;margin:0 auto;padding:18px;display:grid;gap:16px}
.approval h1{font-family:var(--title-face);font-size:1.6rem;line-height:1.2;margin:0}
.approval p{margin:0}
.approval .ways{display:flex;flex-wrap:wrap;gap:6px 14px}
.approval .ways a{color:inherit}
.approval .ways [aria-current]{font-weight:700;text-decoration:none}
.approval .sides{display:grid;grid-template-columns:minmax(0,1fr) 320px;gap:20px;align-items:start}
.approval iframe{width:100%;height:78vh;border:1px solid #0003;border-radius:10px;background:#fff}
.approval .phone iframe{width:390px;max-width:100%}
.approval ol{margin:0;padding:0;list-style:none;display:grid;gap:10px}
.approval li{border-left:3px solid var(--action);padding-left:10px}
.approval li.done{opacity:.6}
.approval form{display:grid;gap:8px}
.approval input,.approval textarea{font:inherit;width:100%;padding:10px;border:1px solid #8b8b86;border-radius:8px;background:#fff;color:#1b1b1b}
.approval .approve{margin-top:24px}
.approval .wrong{color:#a02f1e;font-weight:600}
@media (max-width:820px){.approval .sides{grid-template-columns:minmax(0,1fr)}.approval iframe{height:62vh}.approval .as{display:none}}`;

/** The page behind an approval link. It works without script; with it, a press on the draft pins the next remark there. */
export function renderApprovalPage(page: ApprovalPage): string {
  const { brand, assets } = page;
  const sheet = [`:root{${brandVariables(brand)}}`, baseCss, blockViews.button.css, css].join('');
  const document = (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <title>{`${page.funnel}, for your approval · ${page.clientName}`}</title>
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="robots" content="noindex" />
        <PageType pair={brand.typePair} folder={`${assets}/fonts`} />
        <style dangerouslySetInnerHTML={{ __html: sheet.replace(/\n/g, '') }} />
        <script defer src={`${assets}/${page.script(['approval'])}`} />
      </head>
      <body>
        <main className="page">
          <div className="approval">
            <p>{page.clientName}</p>
            <h1>{page.funnel}</h1>
            <p>
              This is a draft. Click anywhere on it to leave a remark there. Nothing here is live,
              and no button or form on it sends anything. This link works until {page.until}.
            </p>
            <Ways page={page} />
            <div className="sides">
              <div className={page.isPhone ? 'phone' : ''}>
                {/* Neither scripts nor forms of the draft run in here: looking sends nothing. */}
                <iframe
                  sandbox="allow-same-origin"
                  src={page.frame}
                  title={`The draft of ${openPage(page)?.name ?? 'the page'}`}
                  data-approval=""
                  data-pins={JSON.stringify(
                    page.remarks.map(({ number, band, x, y }) => ({ number, band, x, y })),
                  )}
                />
              </div>
              <aside style={{ display: 'grid', gap: 18 }}>
                <Remarks remarks={page.remarks} />
                <Answer page={page} />
              </aside>
            </div>
          </div>
        </main>
      </body>
    </html>
  );
  return `<!doctype html>${renderToStaticMarkup(document)}`;
}

const openPage = ({ pages }: ApprovalPage) => pages.find(({ isOpen }) => isOpen);
const addressOf = (slug: string, isPhone: boolean) =>
  `?page=${encodeURIComponent(slug)}${isPhone ? '&as=phone' : ''}`;

/** From page to page, and between the two widths. */
function Ways({ page }: { page: ApprovalPage }) {
  const slug = openPage(page)?.slug ?? '';
  return (
    <>
      <nav className="ways" aria-label="Pages">
        {page.pages.map(({ slug, name, isOpen }, index) => (
          <a
            key={slug}
            href={addressOf(slug, page.isPhone)}
            aria-current={isOpen ? 'page' : undefined}
          >
            {index + 1} · {name}
          </a>
        ))}
      </nav>
      <nav className="ways as" aria-label="Shown as">
        <a href={addressOf(slug, false)} aria-current={page.isPhone ? undefined : 'true'}>
          Full width
        </a>
        <a href={addressOf(slug, true)} aria-current={page.isPhone ? 'true' : undefined}>
          On a phone
        </a>
      </nav>
    </>
  );
}

const Remarks = ({ remarks }: { remarks: readonly ShownRemark[] }) => (
  <ol aria-label="Remarks">
    {remarks.map(({ number, who, words, isDone }) => (
      <li key={number} className={isDone ? 'done' : ''}>
        <strong>{number}</strong> {words}
        <br />
        <small>
          {who}
          {isDone ? ', done' : ''}
        </small>
      </li>
    ))}
  </ol>
);

/** Where a client says something about the draft, or approves it. */
function Answer({ page }: { page: ApprovalPage }) {
  return (
    <form method="post" action={addressOf(openPage(page)?.slug ?? '', page.isPhone)}>
      <strong id="about">About the page as a whole</strong>
      <input type="hidden" name="band" value="" />
      <input type="hidden" name="x" value="0" />
      <input type="hidden" name="y" value="0" />
      <label>
        Your remark
        <textarea name="words" rows={4} maxLength={2000} defaultValue={page.wrong?.words ?? ''} />
      </label>
      <label>
        Your name
        <input name="who" maxLength={80} autoComplete="name" />
      </label>
      {page.wrong && (
        <p className="wrong" role="alert">
          {page.wrong.message}
        </p>
      )}
      <button className="press outline" name="do" value="remark">
        Send the remark
      </button>
      {page.approved ? (
        <p role="status">{page.approved}</p>
      ) : (
        <button className="press approve" name="do" value="approve">
          Approve as is
        </button>
      )}
    </form>
  );
}
