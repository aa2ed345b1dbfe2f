import type { RichText } from '../basics/index.ts';
import type { EmailBlock } from './email-blocks.ts';
import { codeIn, emailHref, type EmailPlaces } from './email-link.ts';

/** What is needed to read an email as one person does. */
export interface EmailReading {
  /** Fills the merge fields of one text. */
  merge: (words: string) => string;
  places: EmailPlaces;
  /** The address by which a link is followed, where it is counted how often; left out where it is not. */
  followed?: (href: string) => string;
}

/** An address as it stands in an email. */
export const hrefIn = ({ followed }: EmailReading, href: string): string =>
  followed && /^https?:/i.test(href) ? followed(href) : href;

/** The part of an email for programs that show no more than plain text: lists with dashes, buttons with their address. */
export function emailText(blocks: readonly EmailBlock[], reading: EmailReading): string {
  return blocks
    .map((block) => textOf(block, reading))
    .filter((text) => text.trim() !== '')
    .join('\n\n');
}

function textOf(block: EmailBlock, reading: EmailReading): string {
  const { merge, places } = reading;
  switch (block.kind) {
    case 'text':
      return richText(block.text, reading);
    case 'heading':
      return merge(block.text);
    case 'button': {
      const href = emailHref(block.link, places, merge);
      return href ? `${merge(block.label)}: ${hrefIn(reading, href)}` : '';
    }
    case 'picture': {
      const href = block.link && emailHref(block.link, places, merge);
      return [block.alt, href && hrefIn(reading, href)].filter(Boolean).join(': ');
    }
    case 'voucher':
      return codeIn(block.key, merge);
    case 'divider':
      return '---';
    case 'columns':
      return block.sides.map((side) => emailText(side, reading)).join('\n\n');
  }
}

function richText(rich: RichText, reading: EmailReading): string {
  const { merge } = reading;
  const line = (runs: readonly { text: string; href: string }[]) =>
    runs
      .map(({ text, href }) => {
        const words = merge(text);
        return href && !words.includes(href) ? `${words} (${hrefIn(reading, href)})` : words;
      })
      .join('');
  return rich
    .map((part) =>
      part.kind === 'paragraph'
        ? line(part.runs)
        : part.items
            .map(
              (item, index) => `${part.kind === 'numbers' ? `${index + 1}.` : '-'} ${line(item)}`,
            )
            .join('\n'),
    )
    .join('\n\n');
}
