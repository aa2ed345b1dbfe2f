import { z } from 'zod';
import { marked } from './marks.ts';
import { SafeHref, plainText } from './text-shapes.ts';

/** A stretch of words with one look. `href` is empty where the words lead nowhere; a line break is a `\n` in them. */
export const Run = z.strictObject({
  text: plainText(6000),
  bold: z.boolean(),
  italic: z.boolean(),
  href: z.union([z.literal(''), SafeHref]),
});
export type Run = z.infer<typeof Run>;

const Runs = z.array(Run).max(200);
const Items = z.array(Runs).min(1).max(60);

/** Text in paragraphs and lists, with bold, italic and links. Flat, so that it can be drawn and compared without a tree walk. */
const RichParts = z
  .array(
    z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('paragraph'), runs: Runs }),
      z.strictObject({ kind: z.literal('bullets'), items: Items }),
      z.strictObject({ kind: z.literal('numbers'), items: Items }),
    ]),
  )
  .min(1)
  .max(200);
export type RichText = z.infer<typeof RichParts>;
export const RichText = marked(RichParts, { words: wordsOf });

const plainRun = (text: string): Run => ({ text, bold: false, italic: false, href: '' });

/** Plain words as rich text: an empty line begins a new paragraph. */
export const prose = (text: string): RichText =>
  text
    .split(/\n{2,}/)
    .map((part) => ({ kind: 'paragraph', runs: part === '' ? [] : [plainRun(part)] }));

/** The words alone, a line for each paragraph and each list item. */
export function wordsOf(rich: RichText): string {
  const line = (runs: Run[]) => runs.map((run) => run.text).join('');
  return rich
    .flatMap((part) => (part.kind === 'paragraph' ? [line(part.runs)] : part.items.map(line)))
    .join('\n');
}
