import type { ClientSheet } from '@plumgate/contract';
import { brandVariables, wordsOn } from '@plumgate/core/brand';
import { fontFaces } from '@plumgate/page-kit';

const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/**
 * A sheet for the wall or the door in the client's brand: what it offers, the code, and the address for people who can't
 * scan it. HTML for A4 and letter; its fonts are asked of `origin`.
 */
export function printSheet(
  client: Pick<ClientSheet, 'name' | 'brand' | 'facts'>,
  title: string,
  address: string,
  qr: string,
  origin: string,
): string {
  const { brand } = client;
  const { paper, deep, action, ink } = brand.colours;
  const fonts = fontFaces(brand.typePair, `${origin}/~/fonts`).replaceAll(
    'font-display:swap',
    'font-display:block',
  );
  const shown = address.replace(/^https?:\/\//, '').replace(/\?.*$/, '');
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escaped(title)}</title><style>
${fonts}:root{${brandVariables(brand)}}
@page{margin:0}
*{box-sizing:border-box;print-color-adjust:exact;-webkit-print-color-adjust:exact}
body{margin:0;min-height:100vh;display:grid;grid-template-rows:1fr auto;background:${paper};color:${wordsOn(paper, ink)};font:20px/1.4 var(--text-face);text-align:center}
main{display:grid;align-content:center;justify-items:center;gap:28px;padding:48px}
h1{font:680 52px/1.1 var(--title-face);margin:0;max-width:14em;white-space:pre-line}
.code{width:min(62vw,420px);padding:18px;background:#fff;border:6px solid ${action};border-radius:20px}
.code svg{display:block;width:100%;height:auto}
p{margin:0}.at{font-weight:600;font-size:22px;overflow-wrap:anywhere}
footer{background:${deep};color:${wordsOn(deep, '#FFFFFF')};padding:22px;font-weight:600}
</style><main><h1>${escaped(title)}</h1><div class="code">${qr}</div><p>Point your phone’s camera at the square, or go to</p><p class="at">${escaped(shown)}</p></main><footer>${escaped([client.name, client.facts.phone].filter(Boolean).join(' · '))}</footer></html>`;
}
