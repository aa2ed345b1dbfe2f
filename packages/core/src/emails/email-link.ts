import { z } from 'zod';
import { FileId, marked, PageId, SafeHref } from '../basics/index.ts';

/** A merge field that is filled with an address: `{{ booking.change_link }}`. */
export const LinkField = marked(
  z.string().regex(/^\{\{ (?:links|booking|page)\.[a-z0-9_]+ \}\}$/, 'Choose where it leads.'),
  { words: (code: string) => code },
);

/** The name of vouchers; empty while none are chosen. */
export const VoucherKey = z.string().regex(/^(?:[a-z][a-z0-9_]{0,39})?$/, 'Choose the vouchers.');
/** The words that give whoever reads their code of some vouchers. */
export const codeWords = (key: string): string => (key ? `{{ vouchers.${key} }}` : '');

/** Where something in an email leads. A page knows the person who comes by it; `call` rings the client. */
export const EmailLink = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('page'), page: PageId }),
  z.strictObject({ kind: z.literal('file'), file: FileId }),
  z.strictObject({ kind: z.literal('call') }),
  z.strictObject({ kind: z.literal('voucher'), key: VoucherKey }),
  z.strictObject({ kind: z.literal('address'), href: z.union([LinkField, SafeHref]) }),
]);
export type EmailLink = z.infer<typeof EmailLink>;

/** The link by which a person moves or cancels their booking. */
export const bookingLink: EmailLink = { kind: 'address', href: '{{ booking.change_link }}' };

/** What the links of an email need to know; null for what does not exist or can't be seen by visitors. */
export interface EmailPlaces {
  page: (id: PageId) => string | null;
  file: (id: FileId) => string | null;
  /** The page of a code, to be shown at the desk. */
  voucher: (code: string) => string;
  /** The picture of a code. */
  code: (code: string, as: 'qr' | 'barcode') => string;
  /** As it is dialed; empty for none. */
  phone: string;
}

/** A full address that a mail program opens; null when there is nothing at the other end, and then it is not shown. */
export function emailHref(
  link: EmailLink,
  places: EmailPlaces,
  merge: (words: string) => string,
): string | null {
  switch (link.kind) {
    case 'page':
      return places.page(link.page);
    case 'file':
      return places.file(link.file);
    case 'call':
      return places.phone ? `tel:${places.phone}` : null;
    case 'voucher': {
      const code = codeIn(link.key, merge);
      return code ? places.voucher(code) : null;
    }
    case 'address': {
      const href = merge(link.href).trim();
      return /^(?:https?:\/\/[^\s/]|mailto:.|tel:.)\S*$/i.test(href) ? href : null;
    }
  }
}

/** The code of whoever reads; empty where they have none. */
export function codeIn(key: string, merge: (words: string) => string): string {
  const code = merge(codeWords(key)).trim();
  return code.includes('{{') ? '' : code;
}

/** The words in a link whose merge fields are filled. */
export const wordsOfLink = (link: EmailLink | null): string[] => {
  if (link?.kind === 'address') return [link.href];
  return link?.kind === 'voucher' ? [codeWords(link.key)] : [];
};
