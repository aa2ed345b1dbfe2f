import { z } from 'zod';
import {
  NodeId,
  oneOfKinds,
  PictureRef,
  plainText,
  prose,
  RichText,
  words,
  wordsOf,
} from '../basics/index.ts';
import { codeWords, EmailLink, VoucherKey, wordsOfLink } from './email-link.ts';

/** A kind of block of an email: its settings' shape, what a new one starts with, and what it is called. */
function emailBlockKind<Kind extends string, Settings extends z.ZodRawShape>(kind: {
  kind: Kind;
  /** What a marketer chooses: "Text". */
  label: string;
  settings: Settings;
  starter: z.infer<z.ZodObject<Settings>>;
  /** Everything in it whose merge fields are filled, each by itself. */
  texts: (settings: z.infer<z.ZodObject<Settings>>) => string[];
}) {
  const schema = z.strictObject({
    id: NodeId,
    kind: z.literal(kind.kind),
    ...kind.settings,
  }) as unknown as z.ZodObject<{ id: typeof NodeId; kind: z.ZodLiteral<Kind> } & Settings>;
  return { label: kind.label, starter: kind.starter, texts: kind.texts, schema };
}

const Align = z.enum(['left', 'center']);

/** The blocks that also fit into a column. */
export const plainBlockKinds = {
  text: emailBlockKind({
    kind: 'text',
    label: 'Text',
    settings: { text: RichText },
    starter: { text: prose('') },
    texts: ({ text }) =>
      text
        .flatMap((part) => (part.kind === 'paragraph' ? part.runs : part.items.flat()))
        .map((run) => run.text),
  }),
  heading: emailBlockKind({
    kind: 'heading',
    label: 'Heading',
    settings: { text: words(200), level: z.union([z.literal(1), z.literal(2)]), align: Align },
    starter: { text: '', level: 1, align: 'left' },
    texts: ({ text }) => [text],
  }),
  button: emailBlockKind({
    kind: 'button',
    label: 'Button',
    settings: { label: words(80), link: EmailLink, align: Align },
    starter: { label: 'Open the page', link: { kind: 'address', href: 'https://' }, align: 'left' },
    texts: ({ label, link }) => [label, ...wordsOfLink(link)],
  }),
  picture: emailBlockKind({
    kind: 'picture',
    label: 'Picture',
    settings: {
      picture: PictureRef.nullable(),
      /** What it shows, for people who do not see it; empty for one that is only decoration. */
      alt: plainText(300),
      /** Of the width of the email or its column, in percent. */
      share: z.int().min(20).max(100),
      align: Align,
      link: EmailLink.nullable(),
    },
    starter: { picture: null, alt: '', share: 100, align: 'center', link: null },
    texts: ({ link }) => wordsOfLink(link),
  }),
  voucher: emailBlockKind({
    kind: 'voucher',
    label: 'Voucher',
    settings: {
      key: VoucherKey,
      /** How the code stands there for a scanner; `text` for no picture of it. */
      as: z.enum(['qr', 'barcode', 'text']),
    },
    starter: { key: '', as: 'qr' },
    texts: ({ key }) => [codeWords(key)],
  }),
  divider: emailBlockKind({
    kind: 'divider',
    label: 'Divider',
    settings: {},
    starter: {},
    texts: () => [],
  }),
};

export const PlainBlock = oneOfKinds('kind', plainBlockKinds);
export type PlainBlock = z.infer<typeof PlainBlock>;

const plainTextsIn = (block: PlainBlock): string[] => {
  const { texts } = plainBlockKinds[block.kind] as unknown as {
    texts: (settings: PlainBlock) => string[];
  };
  return texts(block);
};

const Side = z.array(PlainBlock).max(12);

/** Every kind of block, in the order in which they are offered. */
export const emailBlockKinds = {
  ...plainBlockKinds,
  columns: emailBlockKind({
    kind: 'columns',
    label: 'Columns',
    settings: {
      sides: z.tuple([Side, Side]),
      /** Which one is wider; on a phone they lie below each other. */
      wider: z.enum(['none', 'first', 'second']),
    },
    starter: { sides: [[], []], wider: 'none' },
    texts: ({ sides }) => sides.flat().flatMap(plainTextsIn),
  }),
};

export const EmailBlock = oneOfKinds('kind', emailBlockKinds);
export type EmailBlock = z.infer<typeof EmailBlock>;
export type EmailBlockKind = EmailBlock['kind'];
export type EmailBlockOf<Kind extends EmailBlockKind> = Extract<EmailBlock, { kind: Kind }>;

/** Everything in a block whose merge fields are filled, each by itself. */
export const textsIn = (block: EmailBlock): string[] =>
  block.kind === 'columns' ? emailBlockKinds.columns.texts(block) : plainTextsIn(block);

/** True for a block that shows nothing to anybody yet. */
export function isBlank(block: EmailBlock): boolean {
  switch (block.kind) {
    case 'text':
      return wordsOf(block.text).trim() === '';
    case 'heading':
      return block.text.trim() === '';
    case 'button':
      return block.label.trim() === '';
    case 'picture':
      return block.picture === null;
    case 'voucher':
      return block.key === '';
    case 'divider':
      return true;
    case 'columns':
      return block.sides.flat().every(isBlank);
  }
}
