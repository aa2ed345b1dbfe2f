import { z } from 'zod';
import { words } from '../basics/index.ts';
import { mergeProblem, mergeWords } from '../messages/index.ts';
import { Sender } from './sender.ts';
import { EmailBlock, isBlank, textsIn } from './email-blocks.ts';

export const mostEmailBlocks = 60;

const EmailBlocks = z
  .array(EmailBlock)
  .max(mostEmailBlocks, `Keep it to ${mostEmailBlocks} blocks.`)
  .superRefine((blocks, context) => {
    if (blocks.every(isBlank)) context.addIssue({ code: 'custom', message: 'Write the message.' });
    const ids = blocks.flatMap(withInner).map(({ id }) => id);
    if (new Set(ids).size < ids.length)
      context.addIssue({ code: 'custom', message: 'Two blocks share an id.' });
    for (const [index, block] of blocks.entries()) {
      const problem = textsIn(block).map(mergeProblem).find(Boolean);
      if (problem) context.addIssue({ code: 'custom', path: [index], message: problem });
    }
  });

/** What somebody writes of an email. The client's header and the legal footer are put around it as it is sent. */
export const emailSettings = {
  subject: mergeWords(200, 'Give the email a subject.'),
  /** The line that an inbox shows after the subject; empty for the first words. */
  preview: words(200),
  blocks: EmailBlocks,
  /** From whom it comes, where not from the client as usual. */
  sender: Sender.optional(),
};
export const Email = z.strictObject(emailSettings);
export type Email = z.infer<typeof Email>;

/** A block with the blocks in its columns. */
export const withInner = (block: EmailBlock): EmailBlock[] =>
  block.kind === 'columns' ? [block, ...block.sides.flat()] : [block];

/** Everything in an email whose merge fields are filled, each by itself. */
export const emailTexts = ({ subject, preview, blocks }: Email): string[] => [
  subject,
  preview,
  ...blocks.flatMap(textsIn),
];
