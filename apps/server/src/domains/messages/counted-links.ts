import { createHash } from 'node:crypto';
import type { CountedLink } from '../../platform/mail/email-payload.ts';
import { personalLinkField } from './person-links.ts';

/** Where a short link of a message answers on the client's own host. */
export const shortLinkPath = (code: string) => `/~/l/${code}`;

/** The links of one message as they are put into it: the same address has one code, also when it is put together again. */
export class MessageLinks {
  private readonly links = new Map<string, CountedLink>();

  constructor(
    private readonly messageId: string,
    private readonly onSite: (path: string) => string,
  ) {}

  /** The short address that leads to another. */
  readonly shortened = (href: string): string => {
    const code = createHash('sha256')
      .update(`${this.messageId} ${href}`)
      .digest('base64url')
      .replace(/[-_]/g, '')
      .slice(0, 10);
    this.links.set(code, { code, href, name: nameOf(href) });
    return this.onSite(shortLinkPath(code));
  };

  all(): CountedLink[] {
    return [...this.links.values()];
  }
}

/** What is the same of a link for everybody who gets it. */
function nameOf(href: string): string {
  const url = new URL(href);
  url.searchParams.delete(personalLinkField);
  const own = url.pathname.startsWith('/~/booking/') ? '/~/booking' : url.pathname;
  return `${url.host}${own.replace(/\/$/, '')}${url.search}`;
}

const addresses = /https?:\/\/[^\s<>"]+[^\s<>".,;:!?)]/g;

/** A text with its addresses shortened: each letter of it is paid for. */
export const withShortLinks = (text: string, links: MessageLinks): string =>
  text.replace(addresses, (href) => (URL.canParse(href) ? links.shortened(href) : href));
