import type { ClientSheet } from '@plumgate/contract';
import { wordsOn } from '@plumgate/core/brand';

const escaped = (text: string) => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** A sheet for the wall or the door: what it is, the code, and the address for whoever can't scan it. HTML for A4 and letter. */
export function printSheet(
  client: Pick<ClientSheet, 'name' | 'brand' | 'facts'>,
  title: string,
  address: string,
  qr: string,
): string {
  const { paper, deep, action, ink } = client.brand.colours;
  const shown = address.replace(/^https?:\/\//, '').replace(/\?.*$/, '');
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escaped(title)}</title><style>
@page{margin:0}
*{box-sizing:border-box;print-color-adjust:exact;-webkit-print-color-adjust:exact}
body{margin:0;min-height:100vh;display:grid;grid-template-rows:1fr auto;background:${paper};color:${wordsOn(paper, ink)};font:20px/1.4 Georgia,serif;text-align:center}
main{display:grid;align-content:center;justify-items:center;gap:28px;padding:48px}
h1{font-size:52px;line-height:1.1;margin:0;max-width:16em}
.code{width:min(62vw,420px);padding:18px;background:#fff;border:6px solid ${action};border-radius:20px}
.code svg{display:block;width:100%;height:auto}
p{margin:0}.at{font:600 22px/1.3 system-ui,sans-serif;overflow-wrap:anywhere}
footer{background:${deep};color:${wordsOn(deep, '#FFFFFF')};padding:22px;font:600 20px/1.3 system-ui,sans-serif}
</style><main><h1>${escaped(title)}</h1><div class="code">${qr}</div><p>Point your phone’s camera at the square, or go to</p><p class="at">${escaped(shown)}</p></main><footer>${escaped([client.name, client.facts.phone].filter(Boolean).join(' · '))}</footer></html>`;
}
