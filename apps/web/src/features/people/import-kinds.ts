import { api, type ConditionChoices } from '@plumgate/contract';
import { callTargets, guessCallTargets } from '@plumgate/core/calls';
import { fieldTypes, guessTargets, importTargets } from '@plumgate/core/people';
import { upload } from '../../api/upload.ts';
import type { Options } from '../../ui/field.tsx';
import type { CsvGlimpse } from './csv-worker.ts';

/** What a file can hold, and how it is brought in. */
export interface ImportKind {
  label: string;
  /** What is to be known before a file is chosen. */
  howTo: string[];
  noRow: string;
  /** What a column may hold. */
  options: (fields: ConditionChoices['fields']) => Options;
  guess: (
    glimpse: CsvGlimpse,
    client: { country: string; fields: ConditionChoices['fields'] },
  ) => string[];
  start: (given: {
    clientId: string;
    file: File;
    targets: string[];
    isTry: boolean;
  }) => Promise<{ jobId: string }>;
  resultWords: (result: Record<string, unknown>, isTry: boolean) => string;
}

const columnsOf = (targets: string[], isTry: boolean) => ({
  columns: JSON.stringify(targets),
  try: isTry ? ('yes' as const) : ('no' as const),
});

export const importKinds: Record<'people' | 'calls', ImportKind> = {
  people: {
    label: 'People',
    howTo: [
      'Choose a CSV file, as every spreadsheet saves one: a line of headings, and below it a person in each row. Any separator and encoding will do, up to 200,000 rows.',
      'Nothing changes before you have seen what would come of it. People who are here already get what they lack; what is known of them stays.',
    ],
    noRow: 'There is no row with a person in this file.',
    options: (fields) => ({
      ...importTargets,
      ...(fields.length > 0 && {
        'Own fields': Object.fromEntries(fields.map(({ key, name }) => [`field:${key}`, name])),
      }),
      'A new field': Object.fromEntries(
        Object.entries(fieldTypes)
          .filter(([type]) => type !== 'choice' && type !== 'choices')
          .map(([type, { label }]) => [`new:${type}`, `New: ${label.toLowerCase()}`]),
      ),
    }),
    guess: ({ header, sample }, { fields, country }) =>
      guessTargets(header, sample, fields, country),
    start: ({ clientId, file, targets, isTry }) =>
      upload(
        api.importPeople,
        {
          params: { clientId },
          query: { name: file.name.slice(0, 200), ...columnsOf(targets, isTry) },
        },
        file,
      ),
    resultWords({ made, changed, bad }, isTry) {
      const people = many(made, 'new person', 'new people');
      const known = isTry
        ? `${many(changed, 'is', 'are')} known already`
        : `${many(changed, 'known one', 'known ones')} changed`;
      return `${isTry ? 'This would add' : 'Added'} ${people}; ${known}.${badWords(bad)}`;
    },
  },
  calls: {
    label: 'Calls',
    howTo: [
      'Choose the list of calls that your phone service saves as a CSV file: a line of headings, and below it a call in each row, with the caller’s number and the date and time.',
      'Each caller is added or found by their number, and goes through the rules by the number they called: give sources numbers of their own under Funnels, Sources. Sequences start and people are notified. The same call imported again is taken once; a call missed in the last two days makes its caller wait.',
    ],
    noRow: 'There is no row with a call in this file.',
    options: () => callTargets,
    guess: ({ header }) => guessCallTargets(header),
    start: ({ clientId, file, targets, isTry }) =>
      upload(api.importCalls, { params: { clientId }, query: columnsOf(targets, isTry) }, file),
    resultWords({ made, changed, before, bad }, isTry) {
      const people = many(made, 'new person', 'new people');
      const known =
        Number(changed) > 0 ? `; ${many(changed, 'call', 'calls')} from people who are known` : '';
      const again =
        Number(before) > 0 ? ` ${many(before, 'call was', 'calls were')} here already.` : '';
      return `${isTry ? 'This would add' : 'Added'} ${people}${known}.${again}${badWords(bad)}`;
    },
  },
};

const many = (value: unknown, one: string, more: string): string =>
  `${Number(value).toLocaleString('en-US')} ${Number(value) === 1 ? one : more}`;

const badWords = (bad: unknown): string =>
  Number(bad) > 0 ? ` ${many(bad, 'row', 'rows')} can’t be read.` : '';
