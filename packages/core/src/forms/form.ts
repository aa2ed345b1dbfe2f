import { z } from 'zod';
import { plainText, SafeHref, words } from '../basics/text-shapes.ts';
import { NodeId } from '../basics/node-id.ts';
import { PictureRef } from '../basics/picture-ref.ts';
import { IconChoice } from '../icons/index.ts';

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
  checkbox: { label: 'Checkbox', longest: 10 },
  'text-consent': { label: 'Agreement to texts', longest: 10 },
  date: { label: 'Date', longest: 10 },
  number: { label: 'Number', longest: 30 },
  address: { label: 'Address', longest: 400 },
} as const;
export type QuestionKind = keyof typeof questionKinds;

/** A question that is answered by choosing among its options: one of them, or several. */
export const hasOptions = ({ kind }: { kind: QuestionKind }): boolean =>
  kind === 'choice' || kind === 'choices';

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
    /** The input's name in the HTML form and the answer's key ever after. */
    key: z.string().regex(/^[a-z][a-z0-9_]{0,39}$/),
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
  })
  .refine((question) => !hasOptions(question) || question.options.length > 0, {
    error: 'A choice needs at least one answer to choose.',
    path: ['options'],
  });
export type Question = z.infer<typeof Question>;

export const AfterForm = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('next-step') }),
  z.strictObject({ kind: z.literal('address'), href: SafeHref }),
  z.strictObject({ kind: z.literal('message'), text: words(600) }),
]);
export type AfterForm = z.infer<typeof AfterForm>;

export const mostQuestions = 30;

/** A form: its questions in order, the button's words, the consent line and after the form. */
export const FormDefinition = z
  .strictObject({
    version: z.literal(3),
    name: words(120),
    questions: z.array(Question).min(1).max(mostQuestions),
    /** What stands between the last question and the button. */
    beforeButton: inserts,
    button: words(80),
    consent: words(600),
    after: AfterForm,
    /** Who is notified by email of every submission. */
    notify: z.array(z.email()).max(10),
  })
  .refine(
    (form) =>
      new Set(form.questions.map((question) => question.key)).size === form.questions.length,
    { error: 'Two questions share a key.', path: ['questions'] },
  );
export type FormDefinition = z.infer<typeof FormDefinition>;

/** A question with sensible words for its kind. */
export function newQuestion(
  kind: QuestionKind,
  id: NodeId,
  changes: Partial<Question> = {},
): Question {
  return {
    id,
    key: `q_${id.replaceAll('-', '_')}`.slice(0, 40),
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
    ...changes,
  };
}

/** The usual short form: name, email, phone. `ids` gives the three questions' ids. */
export function shortForm(name: string, ids: [NodeId, NodeId, NodeId]): FormDefinition {
  return {
    version: 3,
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
    notify: [],
  };
}
