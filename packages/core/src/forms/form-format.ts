import {
  done,
  documentFormat,
  failed,
  type DocumentFormat,
  type Outcome,
} from '../basics/index.ts';
import { FormDefinition } from './form.ts';

const whoOrConsent = new Set(['full-name', 'first-name', 'last-name', 'email', 'phone', 'consent']);

/**
 * How a form is stored: by itself, in a draft, in a revision, in a template, in the open format. It carries its version
 * along wherever it goes.
 */
export const formFormat: DocumentFormat<FormDefinition> = documentFormat(
  'form',
  [
    // Version 1 called things otherwise, and was stored with a version of the column beside its own.
    ({ tell, questions, formatVersion: _column, ...rest }) => ({
      ...rest,
      questions: Array.isArray(questions)
        ? questions.map(({ must, ...question }: { must: unknown }) => ({
            ...question,
            required: must,
          }))
        : questions,
      notify: tell,
    }),
    // Version 3: what stands at first in a field, words of its own when an answer can't be taken, an icon, and what stands between.
    ({ questions, ...rest }) => ({
      ...rest,
      beforeButton: [],
      questions: Array.isArray(questions)
        ? questions.map((question: object) => ({
            initial: '',
            errorText: '',
            icon: null,
            above: [],
            ...question,
          }))
        : questions,
    }),
    // Version 4: parts, rules that show, ratings and other kinds; agreeing to texts became a consent with a purpose.
    ({ questions, after, ...rest }) => ({
      ...rest,
      after:
        (after as { kind?: unknown } | undefined)?.kind === 'address'
          ? { carries: [], ...(after as object) }
          : after,
      afterByAnswer: [],
      questions: Array.isArray(questions)
        ? questions.map(({ kind, ...question }: { kind: unknown }) => ({
            display: 'dropdown',
            limits: { least: null, most: null, pattern: null },
            scale: { steps: '1-5', low: '', high: '' },
            purpose: kind === 'text-consent' ? 'texts' : 'other',
            fill: { from: 'words', words: '' },
            width: 'full',
            showIf: null,
            startsPart: null,
            kind: kind === 'text-consent' ? 'consent' : kind,
            ...question,
          }))
        : questions,
    }),
    // Version 5: answers fill fields of the person, those of before one by their key; questions take files and may be filled
    // from the address; and what follows a submission has more to it.
    ({ questions, ...rest }) => ({
      notice: { texts: [], subject: '', body: '' },
      sendsCopy: false,
      confirms: false,
      ...rest,
      questions: Array.isArray(questions)
        ? questions.map(({ kind, key, ...question }: { kind: string; key: unknown }) => ({
            field: whoOrConsent.has(kind) ? null : key,
            upload: { takes: 'either', most: 3, megabytes: 10 },
            fromAddress: '',
            ...{ kind, key, ...question },
          }))
        : questions,
    }),
  ],
  { versionIn: 'version' },
);

/** Reads a form that came from outside, of any version there ever was; what is none comes back as a sentence that says why. */
export function readForm(given: unknown): Outcome<FormDefinition, string> {
  try {
    const read = FormDefinition.safeParse(formFormat.read(given));
    if (read.success) return done(read.data);
    const { path, message } = read.error.issues[0]!;
    return failed([path.join('.'), message].filter(Boolean).join(': '));
  } catch {
    return failed('This is not a form.');
  }
}
