import type { ClientSheet } from '@plumgate/contract';
import { brandVariables, wordsOn } from '@plumgate/core/brand';
import { fontFaces } from '@plumgate/page-kit';

/** Words as HTML has them. */
export const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

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
  const { paper, deep, action, ink } = client.brand.colours;
  const style = `
body{min-height:100vh;display:grid;grid-template-rows:1fr auto;background:${paper};color:${wordsOn(paper, ink)};font:20px/1.4 var(--text-face);text-align:center}
main{display:grid;align-content:center;justify-items:center;gap:28px;padding:48px}
h1{font:680 52px/1.1 var(--title-face);margin:0;max-width:14em;white-space:pre-line}
.code{width:min(62vw,420px);padding:18px;background:#fff;border:6px solid ${action};border-radius:20px}
.code svg{display:block;width:100%;height:auto}
.at{font-weight:600;font-size:22px;overflow-wrap:anywhere}
footer{background:${deep};color:${wordsOn(deep, '#FFFFFF')};padding:22px;font-weight:600}`;
  const body = `<main><h1>${escaped(title)}</h1><div class="code">${qr}</div><p>Point your phone’s camera at the square, or go to</p><p class="at">${escaped(typedAddress(address))}</p></main><footer>${escaped(nameAndPhone(client))}</footer>`;
  return sheetOf(client, { title, style, body }, origin);
}

/** An address as somebody types it: without its scheme and its tags. */
export const typedAddress = (address: string): string =>
  address.replace(/^https?:\/\//, '').replace(/\?.*$/, '');

export const nameAndPhone = ({ name, facts }: Pick<ClientSheet, 'name' | 'facts'>): string =>
  [name, facts.phone].filter(Boolean).join(' · ');

/** A document to be printed in a client's brand, without a margin of the browser's; its fonts are asked of `origin`. */
export function sheetOf(
  { brand }: Pick<ClientSheet, 'brand'>,
  { title, style, body }: { title: string; style: string; body: string },
  origin: string,
): string {
  const fonts = fontFaces(brand.typePair, `${origin}/~/fonts`).replaceAll(
    'font-display:swap',
    'font-display:block',
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escaped(title)}</title><style>
${fonts}:root{${brandVariables(brand)}}
@page{margin:0}
*{box-sizing:border-box;print-color-adjust:exact;-webkit-print-color-adjust:exact}
body{margin:0}p{margin:0}${style}
</style>${body}</html>`;
}

/** What is said where the browser allows no tab. */
export const noTab = 'The browser blocked the sheet. Allow pop-ups and try again.';

/** Opens a sheet in a tab of its own and prints it; false where the browser allows no tab. */
export function printInTab(html: string): boolean {
  const tab = window.open('', '_blank');
  if (!tab) return false;
  tab.document.write(html);
  tab.document.close();
  const pictures = [...tab.document.images].map((image) => image.decode().catch(() => {}));
  void Promise.all([tab.document.fonts.ready, ...pictures]).then(() => tab.print());
  return true;
}
