import { load, type CheerioAPI } from 'cheerio';
import { hasChildren, type ParentNode } from 'domhandler';
import { decodeBuffer } from 'encoding-sniffer';
import { done, failed, type Outcome } from '../basics/index.ts';

/** A page that was opened, with the address that its relative links start from. */
export interface OpenedPage {
  $: CheerioAPI;
  address: string;
  /** The base of relative addresses: that of a `<base>`, else the page's own. */
  base: string;
  /** Pictures that the page holds within itself, by the address that stands for each in `$`. */
  embedded: ReadonlyMap<string, Buffer>;
}

export type HtmlProblem = 'not-html' | 'too-large' | 'too-many-elements';

/**
 * The most that is read. A page with a few embedded photographs has some megabytes; one of more than 8,000 elements would
 * hold up the process for longer than visitors' pages may wait (half a second measured at that size, with 3,000 rules of
 * style). Elements lie no deeper in each other than browsers let them (Chromium: 512).
 */
export const htmlLimits = { bytes: 6 * 2 ** 20, elements: 8_000, depth: 500 } as const;

/**
 * Opens HTML as a browser does: broken markup is repaired by the HTML standard's rules, and the encoding is the one that
 * the server says, the bytes begin with or the page declares; without any, UTF-8 where the bytes are that, else
 * windows-1252. Pictures, archives and other files are not HTML.
 */
export function openHtml(
  content: Buffer,
  address: string,
  contentType = '',
): Outcome<OpenedPage, HtmlProblem> {
  if (content.length > htmlLimits.bytes) return failed('too-large');
  if (!mayBeHtml(contentType)) return failed('not-html');
  const { text, embedded } = withoutEmbedded(decoded(content, contentType));
  if (text.includes('\0') || !/<[a-z!]/i.test(text)) return failed('not-html');
  if ((text.match(/<[a-z]/gi)?.length ?? 0) > htmlLimits.elements)
    return failed('too-many-elements');
  const $ = load(text);
  if (isDeep($.root()[0]!)) return failed('too-many-elements');
  const href = $('base[href]').attr('href') ?? '';
  const base = URL.canParse(href, address) ? new URL(href, address).href : address;
  return done({ $, address, base, embedded });
}

/**
 * Reading megabytes of an attribute takes a second, so embedded pictures are taken out before the page is read. Each end is
 * looked for by the first character that is none of Base64's: an expression over the whole of it keeps every place it may
 * go back to, and runs out of stack.
 */
function withoutEmbedded(html: string): { text: string; embedded: Map<string, Buffer> } {
  const embedded = new Map<string, Buffer>();
  const parts: string[] = [];
  const afterBody = /[^A-Za-z0-9+/=]|$/g;
  let readTo = 0;
  for (const { 0: head, index } of html.matchAll(/data:image\/[\w.+-]{1,60};base64,/g)) {
    const start = (afterBody.lastIndex = index + head.length);
    const end = afterBody.exec(html)!.index;
    if (end === start) continue;
    const address = `http://embedded.invalid/${embedded.size + 1}`;
    embedded.set(address, Buffer.from(html.slice(start, end), 'base64'));
    parts.push(html.slice(readTo, index), address);
    readTo = end;
  }
  return { text: [...parts, html.slice(readTo)].join(''), embedded };
}

function isDeep(root: ParentNode): boolean {
  let level: ParentNode[] = [root];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > htmlLimits.depth) return true;
    level = level.flatMap((node) => node.children.filter(hasChildren));
  }
  return false;
}

const mayBeHtml = (contentType: string): boolean =>
  contentType === '' ||
  /^(?:text\/|application\/xhtml|application\/octet-stream)/i.test(contentType);

function decoded(content: Buffer, contentType: string): string {
  const label = /charset=["']?([\w-]+)/i.exec(contentType)?.[1];
  return decodeBuffer(content, {
    defaultEncoding: isUtf8(content) ? 'utf-8' : 'windows-1252',
    ...(label && { transportLayerEncodingLabel: label }),
  });
}

function isUtf8(content: Buffer): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(content);
    return true;
  } catch {
    return false;
  }
}

/** The addresses of the style sheets that a page names, but those for print. */
export const sheetAddresses = ({ $, base }: OpenedPage): string[] =>
  $('link[rel~="stylesheet"][href]')
    .toArray()
    .filter(({ attribs }) => !/print/i.test(attribs['media'] ?? ''))
    .flatMap(({ attribs }) => fullAddress(attribs['href'], base) ?? []);

/** An address on a page as a full one; null for what is none of the web, such as script. */
export function fullAddress(href: string | undefined, base: string): string | null {
  const given = href?.trim();
  if (!given || !URL.canParse(given, base)) return null;
  const url = new URL(given, base);
  return /^https?:$/.test(url.protocol) && url.href.length <= 2000 ? url.href : null;
}
