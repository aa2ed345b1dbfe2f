import { wordsOn } from '../brand/index.ts';
import { escapeHtml } from './plain-to-html.ts';

/** Whose letter it is, and how it looks. */
export interface Letterhead {
  name: string;
  /** What stands under the letter: the address and the phone. */
  contact: string[];
  colours: { action: string; ink: string };
  /** Corners of buttons, in CSS pixels. */
  corner: number;
  /** The letters shown where there is no logo. */
  mark: string;
  /** A full address; null where the client has none. */
  logo: { src: string; width: number; height: number } | null;
}

/** Something to press under the words. */
export interface LetterAction {
  label: string;
  /** An http(s), `tel:` or `mailto:` address that is ours: nothing of it was typed by a stranger. */
  href: string;
}

/** The widest that mail programs show well (common practice, no source), in CSS pixels. */
const width = 600;
const logoHeight = 40;

/**
 * A letter as HTML from words that are final: their blank lines part paragraphs, an address that has a line to itself is
 * a button, one within a sentence a short link. `unsubscribe` is null where a letter is not one of many, as about an account. Tables and styles in the elements, since mail programs drop style sheets.
 */
export function letterHtml(
  text: string,
  head: Letterhead,
  actions: readonly LetterAction[],
  unsubscribe: string | null,
): string {
  const { action, ink } = head.colours;
  const inner = [
    ...paragraphsOf(text).map((one) =>
      'href' in one ? button(one, head) : `<p style="margin:0 0 16px">${one.html}</p>`,
    ),
    ...actions.map((one) => button(one, head)),
  ].join('\n');
  const foot = [head.name, ...head.contact].filter(Boolean).map(escapeHtml).join(' · ');
  const leave = unsubscribe
    ? `<br><a href="${escapeHtml(unsubscribe)}" style="color:#65605a">No more emails like this</a>`
    : '';
  return `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeHtml(head.name)}</title></head>
<body style="margin:0;padding:0;background:#f4f2ee">
<table role="presentation" width="100%" cellpadding="0" cellspacing="0" style="background:#f4f2ee"><tr><td align="center" style="padding:24px 12px">
<table role="presentation" width="100%" cellpadding="0" cellspacing="0" style="max-width:${width}px;background:#ffffff;border-top:5px solid ${action};border-radius:8px">
<tr><td style="padding:26px 32px 0">${logoOf(head)}</td></tr>
<tr><td style="padding:20px 32px 12px;color:${ink};font:16px/1.6 system-ui,-apple-system,'Segoe UI',sans-serif;overflow-wrap:anywhere">
${inner}
</td></tr>
<tr><td style="padding:14px 32px 24px;border-top:1px solid #e6e2db;color:#65605a;font:13px/1.6 system-ui,-apple-system,'Segoe UI',sans-serif">${foot}${leave}</td></tr>
</table>
</td></tr></table>
</body>
</html>`;
}

function logoOf({ name, mark, logo, colours: { action, ink }, corner }: Letterhead): string {
  const words = `font:700 18px/1.2 system-ui,-apple-system,'Segoe UI',sans-serif;color:${ink}`;
  if (logo) {
    const shown = Math.min(200, Math.round((logo.width / logo.height) * logoHeight));
    return `<img src="${escapeHtml(logo.src)}" width="${shown}" alt="${escapeHtml(name)}" style="display:block;border:0;${words}">`;
  }
  const box = `display:inline-block;min-width:22px;padding:7px 8px;margin-right:10px;border-radius:${Math.min(corner, 10)}px;background:${action};color:${wordsOn(action, '#FFFFFF')};text-align:center`;
  return `<span style="${words}"><span style="${box}">${escapeHtml(mark)}</span>${escapeHtml(name)}</span>`;
}

function button({ href, label }: LetterAction, { colours, corner }: Letterhead): string {
  const { action } = colours;
  return `<p style="margin:0 0 16px"><a href="${escapeHtml(href)}" style="display:inline-block;padding:12px 22px;border-radius:${corner}px;background:${action};color:${wordsOn(action, '#FFFFFF')};font-weight:600;text-decoration:none">${escapeHtml(label)}</a></p>`;
}

const aloneOnLine = /^https?:\/\/[^\s<>"]+$/;

/** Words part where a line is nothing but an address: that is a button. */
function paragraphsOf(text: string): ({ html: string } | LetterAction)[] {
  const parts: ({ html: string } | LetterAction)[] = [];
  for (const paragraph of text.trim().split(/\n\s*\n/)) {
    let lines: string[] = [];
    const end = () => {
      if (lines.length > 0) parts.push({ html: lines.map(withShortLinks).join('<br>') });
      lines = [];
    };
    for (const line of paragraph.split('\n')) {
      if (!aloneOnLine.test(line.trim())) {
        lines.push(line);
        continue;
      }
      end();
      parts.push({ href: line.trim(), label: labelOf(line.trim()) });
    }
    end();
  }
  return parts;
}

/** What a press on one of our own addresses does, or where another leads. */
function labelOf(href: string): string {
  const { pathname } = new URL(href);
  return pathname.startsWith('/~/booking/') ? 'Move or cancel' : `Open ${shortAddress(href)}`;
}

function withShortLinks(line: string): string {
  return line
    .split(/(https?:\/\/[^\s<>"]+[^\s<>".,;:!?)])/)
    .map((part, index) =>
      index % 2 === 1
        ? `<a href="${escapeHtml(part)}">${escapeHtml(shortAddress(part))}</a>`
        : escapeHtml(part),
    )
    .join('');
}

/** An address as people say it, `quayside-dental.test/first-visit`: long ones are cut, they never overflow. */
function shortAddress(href: string): string {
  const { host, pathname } = new URL(href);
  const short = host + pathname.replace(/\/$/, '');
  return short.length <= 40 ? short : `${short.slice(0, 39)}…`;
}
