import { z } from 'zod';
import { NodeId, type FileId, type PageId, type RichText } from '../basics/index.ts';
import { unknownFieldWords, unknownMergeFields, type MergeField } from '../messages/index.ts';
import { isBlank, type EmailBlock } from './email-blocks.ts';
import { emailTexts, withInner, type Email } from './email.ts';
import type { EmailLink } from './email-link.ts';
import { shortAddress } from './email-from-text.ts';
import { spamHabits } from './spam-habits.ts';

/** Something to mend before an email goes out. */
export const EmailFinding = z.object({
  /** `wrong` misleads or fails people, `unwise` costs readers. */
  level: z.enum(['wrong', 'unwise']),
  /** The block that it is about; null for the subject or the whole. */
  block: NodeId.nullable(),
  /** What is so, then what to do. */
  words: z.string(),
});
export type EmailFinding = z.infer<typeof EmailFinding>;

/** What there is for an email to name. */
export interface EmailFacts {
  fields: readonly MergeField[];
  /** Pages that visitors can see. */
  livePages: ReadonlySet<PageId>;
  files: ReadonlySet<FileId>;
  phone: string;
  /** Street or post office box of the client, without which no mail reaches it; empty for none. */
  address: string;
  /** Fields without a fallback that are empty for so many of those who get it. */
  emptyFor: readonly { field: string; people: number }[];
  /** The length of its HTML. */
  bytes: number;
}

/** What some large mail providers show of an email before they cut it off, in bytes (common practice, no source). */
export const mostEmailBytes = 102 * 1024;
/** What a phone's inbox shows of a subject, in characters (common practice, no source). */
const subjectOnPhone = 60;

/** Everything in an email that is better mended first, the worst first. */
export function checkEmail(email: Email, facts: EmailFacts): EmailFinding[] {
  const found = [
    ...fieldFindings(email, facts),
    ...email.blocks.flatMap(withInner).flatMap((block) => blockFindings(block, facts)),
    ...wholeFindings(email, facts),
  ];
  return found.sort((a, b) => Number(a.level === 'unwise') - Number(b.level === 'unwise'));
}

function fieldFindings(email: Email, { fields, emptyFor }: EmailFacts): EmailFinding[] {
  const unknown = new Set(emailTexts(email).flatMap((text) => unknownMergeFields(text, fields)));
  const nameOf = (field: string) => fields.find((one) => one.field === field)?.label ?? field;
  return [
    ...[...unknown].map((field) => wrong(null, unknownFieldWords(field))),
    ...emptyFor.map(({ field, people }) =>
      wrong(
        null,
        `“${nameOf(field)}” is empty for ${people === 1 ? '1 person' : `${people.toLocaleString('en-US')} people`}, who would see a gap. Give it words for that case.`,
      ),
    ),
  ];
}

function blockFindings(block: EmailBlock, facts: EmailFacts): EmailFinding[] {
  const { id } = block;
  if (block.kind === 'picture') {
    if (!block.picture)
      return [unwise(id, 'A picture is missing. Choose one, or remove the block.')];
    const link = block.link && leadsNowhere(block.link, facts);
    return [
      ...(block.alt.trim() === ''
        ? [
            unwise(
              id,
              'A picture has no description. Say what it shows, for people who don’t see it.',
            ),
          ]
        : []),
      ...(link ? [wrong(id, `The link of a picture ${link}`)] : []),
    ];
  }
  if (block.kind === 'button') {
    const problem = leadsNowhere(block.link, facts);
    return problem ? [wrong(id, `The button “${block.label}” ${problem}`)] : [];
  }
  if (block.kind === 'voucher' && !block.key)
    return [wrong(id, 'A voucher is not chosen yet. Choose one, or remove the block.')];
  if (block.kind === 'text') return linkFindings(id, block.text);
  return [];
}

/** Why nobody gets anywhere by a link; null when they do. */
function leadsNowhere(link: EmailLink, { livePages, files, phone }: EmailFacts): string | null {
  switch (link.kind) {
    case 'page':
      return livePages.has(link.page)
        ? null
        : 'leads to a page that is not published, and is left out. Publish the page, or choose another.';
    case 'file':
      return files.has(link.file) ? null : 'leads to a file that is gone. Choose another.';
    case 'call':
      return phone ? null : 'calls a number, and the fact sheet has none. Add one there.';
    case 'voucher':
      return link.key ? null : 'leads to a voucher that is not chosen yet.';
    case 'address':
      return link.href.startsWith('{{') || isAddress(link.href)
        ? null
        : 'leads nowhere. Give a full address, such as https://example.com.';
  }
}

/** Links whose words show one address and that lead to another, as fraud does, and links that lead nowhere. */
function linkFindings(id: NodeId, text: RichText): EmailFinding[] {
  const runs = text.flatMap((part) => (part.kind === 'paragraph' ? part.runs : part.items.flat()));
  return runs.flatMap(({ text: shown, href }) => {
    if (!href) return [];
    if (!isAddress(href))
      return [
        wrong(
          id,
          `The link “${shown}” leads nowhere. Give a full address, such as https://example.com.`,
        ),
      ];
    const host = /(?:https?:\/\/|www\.)([\w.-]+\.[a-z]{2,})/i.exec(shown)?.[1]?.toLowerCase();
    const leadsTo = URL.canParse(href) ? new URL(href).host : '';
    if (!host || !leadsTo || withoutWww(host) === withoutWww(leadsTo)) return [];
    return [
      wrong(
        id,
        `A link shows ${host} and leads to ${shortAddress(href)}, as fraud does. Let both say the same.`,
      ),
    ];
  });
}

const withoutWww = (host: string) => host.replace(/^www\./, '');
const isAddress = (href: string) =>
  /^(?:mailto|tel):./i.test(href) || (/^https?:\/\/[^\s/]/i.test(href) && URL.canParse(href));

function wholeFindings(email: Email, { bytes, address }: EmailFacts): EmailFinding[] {
  const blocks = email.blocks.flatMap(withInner).filter((block) => !isBlank(block));
  const hasWords = blocks.some(({ kind }) => kind === 'text' || kind === 'heading');
  return [
    ...(bytes > mostEmailBytes
      ? [
          wrong(
            null,
            `It is ${Math.round(bytes / 1024)} KB long, and some mail programs cut it off at 102 KB. Shorten it.`,
          ),
        ]
      : []),
    ...(blocks.length > 0 && !hasWords
      ? [
          unwise(
            null,
            'It has no words besides pictures and buttons, and filters distrust that. Add a sentence.',
          ),
        ]
      : []),
    ...(email.subject.length > subjectOnPhone
      ? [
          unwise(
            null,
            `The subject has ${email.subject.length} characters, and phones show about ${subjectOnPhone}. Put what matters first.`,
          ),
        ]
      : []),
    // 16 CFR 316 and 15 U.S.C. 7704(a)(5): a commercial email carries a valid postal address (from memory).
    ...(address.trim() === ''
      ? [
          unwise(
            null,
            'The fact sheet has no postal address, which has to stand under marketing email. Add it there.',
          ),
        ]
      : []),
    ...spamHabits(email.subject, emailTexts({ ...email, subject: '' }).join(' ')).map((words) =>
      unwise(null, words),
    ),
  ];
}

const wrong = (block: NodeId | null, words: string): EmailFinding => ({
  level: 'wrong',
  block,
  words,
});
const unwise = (block: NodeId | null, words: string): EmailFinding => ({
  level: 'unwise',
  block,
  words,
});
