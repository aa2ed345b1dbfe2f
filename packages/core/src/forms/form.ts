import { z } from 'zod';
import { ConsentPurpose } from '../basics/consent-purposes.ts';
import { plainText, SafeHref, words } from '../basics/text-shapes.ts';
import { FileId, PageId } from '../basics/ids.ts';
import { marked } from '../basics/marks.ts';
import { NodeId } from '../basics/node-id.ts';
import { PictureRef } from '../basics/picture-ref.ts';
import { IconChoice } from '../icons/index.ts';
import { QuestionKey, ShowIf } from './show-if.ts';
import { UploadSettings } from './uploads.ts';
import { textPatterns, type TextPattern } from './text-patterns.ts';

/** What a question asks for. The first five tell us who the person is; the rest are kept as answers. */
export const questionKinds = {
  'full-name': { label: 'Name', longest: 120 },
  'first-name': { label: 'First name', longest: 80 },
  'last-name': { label: 'Last name', longest: 80 },
  email: { label: 'Email', longest: 254 },
  phone: { label: 'Phone', longest: 40 },
  'short-text': { label: 'Short text', longest: 200 },
  'long-text': { label: 'Long text', longest: 4000 },
  choice: { label: 'Choice', longest: 200 },
  choices: { label: 'Several choices', longest: 6000 },
  rating: { label: 'Rating', longest: 2 },
  checkbox: { label: 'Checkbox', longest: 10 },
  consent: { label: 'Consent', longest: 10 },
  date: { label: 'Date', longest: 10 },
  time: { label: 'Time', longest: 5 },
  number: { label: 'Number', longest: 30 },
  address: { label: 'Address', longest: 400 },
  website: { label: 'Website', longest: 2000 },
  file: { label: 'File', longest: 6000 },
  hidden: { label: 'Hidden value', longest: 200 },
} as const;
export type QuestionKind = keyof typeof questionKinds;

/** A question that is answered by choosing among its options: one of them, or several. */
export const hasOptions = ({ kind }: { kind: QuestionKind }): boolean =>
  kind === 'choice' || kind === 'choices';

/** A question that tells who somebody is: their name, and how to reach them. */
export const tellsWho = ({ kind }: { kind: QuestionKind }): boolean =>
  ['full-name', 'first-name', 'last-name', 'email', 'phone'].includes(kind);

/** A question that is answered by writing, so that its words can be too few or too many. */
export const isText = ({ kind }: { kind: QuestionKind }): boolean =>
  kind === 'short-text' || kind === 'long-text';

/** A question that is answered by a tick. */
export const isTick = ({ kind }: { kind: QuestionKind }): boolean =>
  kind === 'checkbox' || kind === 'consent';

/** A question that has a least and a most: letters of a text, a number itself, how many choices. */
export const hasLimits = (question: { kind: QuestionKind }): boolean =>
  isText(question) || question.kind === 'number' || question.kind === 'choices';

/** A question whose answer may fill a field of the person; who they are, what they agree to and files have places of their own. */
export const mayFillField = (question: { kind: QuestionKind }): boolean =>
  !tellsWho(question) && question.kind !== 'consent' && question.kind !== 'file';

/** Where a hidden value comes from: it is filled as the form arrives, never by the visitor's browser. */
export const HiddenValue = z.discriminatedUnion('from', [
  z.strictObject({ from: z.literal('words'), words: words(200) }),
  /** A field of the page's address: `campaign` in `/spring?campaign=mail`. */
  z.strictObject({ from: z.literal('address'), name: z.string().max(60) }),
  z.strictObject({ from: z.literal('page'), what: z.enum(['name', 'address', 'language']) }),
  z.strictObject({ from: z.literal('visit'), what: z.enum(['source', 'device']) }),
]);
export type HiddenValue = z.infer<typeof HiddenValue>;

/** The numbers that a rating offers, with words at both ends. */
export const RatingScale = z.strictObject({
  steps: z.enum(['1-5', '0-10']),
  low: words(60),
  high: words(60),
});

/** The numbers of a scale in their order. */
export const stepsOf = ({ steps }: z.infer<typeof RatingScale>): number[] =>
  steps === '1-5' ? [1, 2, 3, 4, 5] : [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10];

/** What an answer has to keep to. The least and the most count letters, choices, or are of the number itself. */
export const AnswerLimits = z
  .strictObject({
    least: z.number().nullable(),
    most: z.number().nullable(),
    pattern: z.enum(Object.keys(textPatterns) as [TextPattern, ...TextPattern[]]).nullable(),
  })
  .refine(({ least, most }) => least === null || most === null || least <= most, {
    error: 'The least is more than the most. Swap them.',
    path: ['least'],
  });
export type AnswerLimits = z.infer<typeof AnswerLimits>;

/** What may stand among a form's questions without asking anything. */
export const FormInsert = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('words'), text: words(600) }),
  z.strictObject({ kind: z.literal('divider') }),
  z.strictObject({ kind: z.literal('picture'), picture: PictureRef, alt: plainText(300) }),
]);
export type FormInsert = z.infer<typeof FormInsert>;
const inserts = z.array(FormInsert).max(4);

export const Question = z
  .strictObject({
    id: NodeId,
    key: QuestionKey,
    kind: z.enum(Object.keys(questionKinds) as [QuestionKind, ...QuestionKind[]]),
    label: words(200),
    placeholder: words(120),
    help: words(300),
    required: z.boolean(),
    /** What stands in the field at first; of a choice, the answer that is chosen. */
    initial: words(200),
    /** What is said when the answer can't be taken; empty for the page's own words. */
    errorText: words(200),
    /** Within the field, before what is typed. */
    icon: IconChoice.nullable(),
    /** What stands above the question. */
    above: inserts,
    options: z
      .array(
        words(120)
          .min(1)
          .regex(/^[^\n]+$/, 'Keep each answer on one line.'),
      )
      .max(40),
    /** How a choice is shown; of several choices, a dropdown is a list. */
    display: z.enum(['dropdown', 'list', 'buttons']),
    limits: AnswerLimits,
    scale: RatingScale,
    /** What a consent is for; its label is the exact words that are agreed to. */
    purpose: ConsentPurpose,
    fill: HiddenValue,
    /** Which files it takes. */
    upload: UploadSettings,
    /** The field of the person that an answer fills, as this form names it; null where it is kept with the submission alone. */
    field: QuestionKey.nullable(),
    /** The field of the page's address that may fill it before the visitor does: `email` in `/spring?email=…`; empty for none. */
    fromAddress: z
      .string()
      .max(60)
      .regex(/^[\w-]*$/, 'Use letters, digits, hyphens and underscores.'),
    /** How much of the form's width it takes; on a phone all of it. */
    width: z.enum(['full', 'half', 'third']),
    /** When it is shown, by earlier answers; null for always. */
    showIf: ShowIf.nullable(),
    /** A new part of the form starts with this question. */
    startsPart: z.strictObject({ title: words(120), showIf: ShowIf.nullable() }).nullable(),
  })
  .refine((question) => !hasOptions(question) || question.options.length > 0, {
    error: 'A choice needs at least one answer to choose.',
    path: ['options'],
  });
export type Question = z.infer<typeof Question>;

/** Where a visitor goes, or what they see, once a form has arrived. */
export const AfterForm = marked(
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('next-step') }),
    z.strictObject({ kind: z.literal('page'), page: PageId }),
    z.strictObject({
      kind: z.literal('address'),
      href: SafeHref,
      /** The questions whose answers are appended to the address, by their keys. */
      carries: z.array(QuestionKey).max(10),
    }),
    z.strictObject({ kind: z.literal('message'), text: words(600) }),
    z.strictObject({ kind: z.literal('file'), file: FileId }),
  ]),
  { whenGone: { kind: 'next-step' } },
);
export type AfterForm = z.infer<typeof AfterForm>;

export const mostQuestions = 30;

/** The notice of a submission: who gets it by text, and in which words; empty ones for the program's own. */
export const FormNotice = z.strictObject({
  texts: z.array(z.string().trim().min(1).max(40)).max(10),
  subject: words(200),
  body: words(2000),
});
export type FormNotice = z.infer<typeof FormNotice>;

/** A form: its questions in order, the button's words, the consent line and after the form. */
export const FormDefinition = z
  .strictObject({
    version: z.literal(5),
    name: words(120),
    questions: z.array(Question).min(1).max(mostQuestions),
    /** What stands between the last question and the button. */
    beforeButton: inserts,
    button: words(80),
    consent: words(600),
    after: AfterForm,
    /** What happens instead, by what was answered: the first rule that fits wins. */
    afterByAnswer: z.array(z.strictObject({ when: ShowIf, after: AfterForm })).max(10),
    /** Who is notified by email of every submission. */
    notify: z.array(z.email()).max(10),
    notice: FormNotice,
    /** Whether the lead gets a copy of their answers by email. */
    sendsCopy: z.boolean(),
    /** Whether an email address counts, and follow-up begins, only once its owner has pressed a link sent to it. */
    confirms: z.boolean(),
  })
  .refine(
    (form) =>
      new Set(form.questions.map((question) => question.key)).size === form.questions.length,
    { error: 'Two questions share a key.', path: ['questions'] },
  );
export type FormDefinition = z.infer<typeof FormDefinition>;

/** What a question has that most leave as it is. */
export const plainSettings = {
  display: 'dropdown',
  limits: { least: null, most: null, pattern: null },
  scale: { steps: '1-5', low: '', high: '' },
  purpose: 'other',
  fill: { from: 'words', words: '' },
  upload: { takes: 'either', most: 3, megabytes: 10 },
  fromAddress: '',
  width: 'full',
  showIf: null,
  startsPart: null,
} as const satisfies Partial<Question>;

/** What follows a form that nobody has asked anything more of. */
export const plainEnding = {
  notify: [],
  notice: { texts: [], subject: '', body: '' },
  sendsCopy: false,
  confirms: false,
} satisfies Partial<FormDefinition>;

/** A question with sensible words for its kind. */
export function newQuestion(
  kind: QuestionKind,
  id: NodeId,
  changes: Partial<Question> = {},
): Question {
  const key = changes.key ?? `q_${id.replaceAll('-', '_')}`.slice(0, 40);
  return {
    id,
    key,
    kind,
    label: questionKinds[kind].label,
    placeholder: '',
    help: '',
    required: false,
    initial: '',
    errorText: '',
    icon: null,
    above: [],
    options: hasOptions({ kind }) ? ['First answer', 'Second answer'] : [],
    ...plainSettings,
    field: mayFillField({ kind }) ? key : null,
    ...changes,
  };
}

/** The usual short form: name, email, phone. `ids` gives the three questions' ids. */
export function shortForm(name: string, ids: [NodeId, NodeId, NodeId]): FormDefinition {
  return {
    version: 5,
    name,
    questions: [
      newQuestion('full-name', ids[0], { key: 'name', label: 'Your name', required: true }),
      newQuestion('email', ids[1], { key: 'email', required: true }),
      newQuestion('phone', ids[2], { key: 'phone', label: 'Mobile' }),
    ],
    beforeButton: [],
    button: 'Send',
    consent: '',
    after: { kind: 'next-step' },
    afterByAnswer: [],
    ...plainEnding,
  };
}
