import type { ClientSheet, PageChoice } from '@plumgate/contract';
import { letterheadOf, sampleCode } from '@plumgate/core/emails';
import {
  fillOrKeep,
  pageLinkName,
  type MergeContext,
  type MergeField,
} from '@plumgate/core/messages';
import { dialled } from '@plumgate/core/people';
import type { EmailView } from '@plumgate/email-kit';

const pictureSrc = ({ id }: { id: string }, width: number) => `/~/pictures/${id}-${width}.jpeg`;
/** Twice the widest that a logo is shown, for sharp screens. */
const logoWidth = 400;

/** How an email is drawn in the app, as somebody with these values reads it. */
export function emailView(
  sheet: ClientSheet,
  pages: readonly Pick<PageChoice, 'pageId' | 'slug' | 'live'>[],
  values: MergeContext,
  fields: readonly MergeField[] = [],
): EmailView {
  const { logo } = sheet.brand;
  const live = pages.filter((page) => page.live);
  const links = live.map(({ slug }) => [pageLinkName(slug), `${sheet.site}/${slug}`]);
  const codes = fields.flatMap(({ field, group }) =>
    group === 'vouchers' ? [[field.split('.')[1]!, sampleCode]] : [],
  );
  const known = {
    ...values,
    links: Object.fromEntries(links) as Record<string, string>,
    vouchers: Object.fromEntries(codes) as Record<string, string>,
  };
  return {
    head: letterheadOf(sheet, logo && { ...logo, src: pictureSrc(logo, logoWidth) }),
    reading: {
      merge: (words) => fillOrKeep(words, known),
      places: {
        page: (id) => {
          const page = live.find(({ pageId }) => pageId === id);
          return page ? `${sheet.site}/${page.slug}` : null;
        },
        file: (id) => `${sheet.site}/~/files/${id}`,
        voucher: () => `${sheet.site}/~/voucher/sample`,
        code: (code, as) => `/~/voucher-code/${as}/${encodeURIComponent(code)}.png`,
        phone: sheet.facts.phone && dialled(sheet.facts.phone, sheet.facts.country),
      },
    },
    pictureSrc,
    unsubscribe: `${sheet.site}/~/unsubscribe/sample`,
    preferences: `${sheet.site}/~/preferences/sample`,
  };
}
