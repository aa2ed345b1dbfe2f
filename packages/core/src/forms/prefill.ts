import { cleanText } from '../basics/index.ts';
import { ownValue } from '../basics/own-value.ts';
import { questionKinds, type FormDefinition, type Question } from './form.ts';

/** A question that the page's address may fill: nobody agrees by a link, and files and hidden values come another way. */
export const mayComeByAddress = ({ kind }: Pick<Question, 'kind'>): boolean =>
  kind !== 'consent' && kind !== 'file' && kind !== 'hidden';

const byAddress = ({ questions }: FormDefinition): Question[] =>
  questions.filter((question) => question.fromAddress !== '' && mayComeByAddress(question));

/** The fields of a page's address that fill questions of its forms. */
export const addressFieldsOf = (forms: readonly FormDefinition[]): string[] => [
  ...new Set(forms.flatMap((form) => byAddress(form).map(({ fromAddress }) => fromAddress))),
];

/** What a page's address fills in before the visitor does, by the questions' keys: `email` by `?email=ana@example.com`. */
export function filledByAddress(
  form: FormDefinition,
  query: URLSearchParams,
): Record<string, string> {
  return Object.fromEntries(
    byAddress(form).flatMap(({ key, kind, fromAddress }) => {
      const given = cleanText(query.get(fromAddress)?.trim() ?? '', questionKinds[kind].longest);
      return given ? [[key, given]] : [];
    }),
  );
}

/** Somebody whom a personal link names, as far as forms ask for it. */
export interface KnownPerson {
  firstName: string;
  lastName: string;
  email: string;
  phone: string;
  /** What is known for questions of a form, by the field that each fills, as it would be typed. */
  fields: Readonly<Record<string, string>>;
}

/** Written answers that fill a field; whether somebody chose this or that is not shown to who has only the link. */
const writtenKinds: readonly string[] = [
  'short-text',
  'long-text',
  'number',
  'address',
  'website',
  'date',
  'time',
];

/** What is known for a question, as it would be typed; empty text where nothing is. */
function knownFor(question: Question, person: KnownPerson): string {
  switch (question.kind) {
    case 'full-name':
      return [person.firstName, person.lastName].filter(Boolean).join(' ');
    case 'first-name':
      return person.firstName;
    case 'last-name':
      return person.lastName;
    case 'email':
      return person.email;
    case 'phone':
      return person.phone;
    default:
      return question.field !== null && writtenKinds.includes(question.kind)
        ? (ownValue(person.fields, question.field) ?? '')
        : '';
  }
}

/** What stands in a question in place of what is known: enough for its owner to know it again, and for nobody else. */
export function maskOf(question: Question, person: KnownPerson): string {
  const known = knownFor(question, person);
  if (!known) return '';
  switch (question.kind) {
    case 'first-name':
      return known;
    case 'full-name':
      return [person.firstName, person.lastName && hidden(person.lastName)]
        .filter(Boolean)
        .join(' ');
    case 'last-name':
      return hidden(known);
    case 'email': {
      const [name = '', host = ''] = known.split('@');
      return `${hidden(name)}@${host}`;
    }
    case 'phone':
      return `${dots} ${known.replace(/\D/g, '').slice(-2)}`;
    default:
      return dots;
  }
}

const dots = '•••';
const hidden = (text: string): string => `${[...text][0] ?? ''}${dots}`;

/** What was typed with what is known in the place of what was left empty; `byReference` are the keys of what nobody typed. */
export function withKnown(
  form: FormDefinition,
  typed: Record<string, string>,
  person: KnownPerson,
): { typed: Record<string, string>; byReference: ReadonlySet<string> } {
  const added = form.questions.flatMap((question): [string, string][] => {
    if ((ownValue(typed, question.key) ?? '').trim() !== '') return [];
    const known = knownFor(question, person);
    return known ? [[question.key, known]] : [];
  });
  return {
    typed: { ...typed, ...(Object.fromEntries(added) as Record<string, string>) },
    byReference: new Set(added.map(([key]) => key)),
  };
}
