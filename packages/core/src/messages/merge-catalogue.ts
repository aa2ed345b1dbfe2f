import { z } from 'zod';
import type { Question } from '../forms/index.ts';
import { fillMergeFields, mergeFieldsIn, pageLinkName, type MergeContext } from './merge.ts';

/** A value that words may name, as it is offered to the writer. */
export interface MergeField {
  /** `person.first_name`, as it stands in the code. */
  field: string;
  /** What a marketer chooses: "First name". */
  label: string;
  group: MergeGroup;
  /** What is read where the value is empty; empty text for nothing. */
  fallback: string;
}

/** What each group is called, in the order in which they are offered. */
const groups = {
  person: 'Person',
  answers: 'Answers',
  booking: 'Booking',
  event: 'Event',
  listing: 'Home for sale',
  links: 'Personal links',
  vouchers: 'Vouchers',
  client: 'Business',
} as const;
export const MergeGroup = z.enum(Object.keys(groups) as [keyof typeof groups]);
export type MergeGroup = z.infer<typeof MergeGroup>;
export const mergeGroupLabels: Readonly<Record<MergeGroup, string>> = groups;

/** Everything of a group that words may name: its label, and the fallback that a new field begins with. */
const fixed: Record<
  Exclude<MergeGroup, 'answers' | 'links' | 'vouchers'>,
  Record<string, [label: string, string]>
> = {
  person: {
    first_name: ['First name', 'there'],
    last_name: ['Last name', ''],
    name: ['Full name', 'you'],
    email: ['Email', ''],
    phone: ['Phone', ''],
  },
  booking: {
    when: ['Day and time of the booking', ''],
    day: ['Day of the booking', ''],
    time: ['Time of the booking', ''],
    where: ['Place of the booking', ''],
    with: ['Who the booking is with', ''],
    change_link: ['Link to move or cancel', ''],
  },
  event: {
    name: ['Name of the event', ''],
    when: ['Day and time of the event', ''],
    day: ['Day of the event', ''],
    time: ['Time of the event', ''],
    where: ['Place of the event', ''],
    link: ['Link to join the event', ''],
    recording: ['Link to the recording', ''],
  },
  listing: {
    address: ['Address of the home', ''],
    name: ['Street and town of the home', ''],
    street: ['Street of the home', ''],
    town: ['Town of the home', ''],
    price: ['Price of the home', ''],
    status: ['For sale, sold and so on', ''],
    facts: ['Beds, baths and size', ''],
    beds: ['Bedrooms', ''],
    baths: ['Bathrooms', ''],
    size: ['Size of the home', ''],
    lot: ['Size of the lot', ''],
    year: ['Year it was built', ''],
    type: ['Kind of home', ''],
    number: ['Number of the listing', ''],
    about: ['Description of the home', ''],
    open_house: ['Next open house', ''],
  },
  client: {
    name: ['Name of the business', ''],
    phone: ['Phone of the business', ''],
    email: ['Email of the business', ''],
    address: ['Address of the business', ''],
    town: ['Town', ''],
    hours: ['Opening hours', ''],
    license: ['License', ''],
    trade: ['Trade', ''],
    areas: ['Areas served', ''],
    services: ['Services', ''],
  },
};

/** Written by an earlier build; still filled, no longer offered. */
const formerFields = new Set(['client.licence']);

/**
 * The fields of some groups, with an answer for each question, the client's own fields of people, a link to each page, and the codes of vouchers. Questions of several
 * forms with one key are one field.
 */
export function mergeFieldsOf(
  of: readonly MergeGroup[],
  questions: readonly Pick<Question, 'key' | 'label'>[] = [],
  own: readonly { key: string; name: string }[] = [],
  pages: readonly { slug: string; name: string }[] = [],
  vouchers: readonly { key: string; name: string }[] = [],
): MergeField[] {
  const ownFields = own.map(({ key, name }): [string, [string, string]] => [
    `fields.${key}`,
    [name, ''],
  ]);
  const answers = new Map(questions.map(({ key, label }) => [key, label]));
  const fieldsOf = (group: MergeGroup): [string, [string, string]][] => {
    if (group === 'answers') return [...answers].map(([key, label]) => [key, [label || key, '']]);
    if (group === 'vouchers')
      return vouchers.map(({ key, name }) => [key, [`Code of ${name}`, '']]);
    if (group === 'links')
      return pages.map(({ slug, name }) => [pageLinkName(slug), [`Link to ${name}`, '']]);
    return [...Object.entries(fixed[group]), ...(group === 'person' ? ownFields : [])];
  };
  return (Object.keys(groups) as MergeGroup[])
    .filter((group) => of.includes(group))
    .flatMap((group) => {
      const named = fieldsOf(group);
      return named.map(([key, [label, fallback]]) => ({
        field: `${group}.${key}`,
        label,
        group,
        fallback,
      }));
    });
}

/** A field as it is written: `{{ person.first_name | default: "there" }}`, or `{{ client.phone }}` without a fallback. */
export const mergeCode = ({ field, fallback }: Pick<MergeField, 'field' | 'fallback'>): string =>
  fallback ? `{{ ${field} | default: "${fallback.replace(/["{}]/g, '')}" }}` : `{{ ${field} }}`;

/** Reads what `mergeCode` writes; null for code that says more than that. */
export function readMergeCode(code: string): Pick<MergeField, 'field' | 'fallback'> | null {
  const simple =
    /^\{\{-?\s*([a-z_]+(?:\.[a-z0-9_]+)+)\s*(?:\|\s*default:\s*(?:"([^"]*)"|'([^']*)')\s*)?-?\}\}$/i.exec(
      code,
    );
  return simple && { field: simple[1]!, fallback: simple[2] ?? simple[3] ?? '' };
}

/** The fields that some words name and that do not exist among these, each once. */
export function unknownMergeFields(words: string, known: readonly MergeField[]): string[] {
  const named = new Set(mergeFieldsIn(words).map((path) => path.join('.')));
  const isKnown = (field: string) =>
    formerFields.has(field) || known.some((one) => one.field === field);
  return [...named].filter((field) => !isKnown(field));
}

/** What is said of a field that does not exist. */
export const unknownFieldWords = (field: string): string =>
  `There is no merge field “${field}”. Remove it, or insert one from the list.`;

/**
 * The fields that words name, each once: `{{ client.phone | default: "…" }}` gives `client.phone`, with whether it falls
 * back wherever it is shown. What a condition asks about is no gap when it is empty.
 */
export function mergeFieldUses(words: string): { field: string; fallsBack: boolean }[] {
  const shown = [...words.matchAll(/\{\{-?\s*([^|}]+?)\s*(\|[^}]*)?-?\}\}/g)]
    .filter(([, , filters]) => !/\|\s*default\b/.test(filters ?? ''))
    .map(([, field]) => field!.replace(/\s*\[\s*["']([^"']*)["']\s*\]/g, '.$1').replace(/^\./, ''));
  const fields = new Set(mergeFieldsIn(words).map((path) => path.join('.')));
  return [...fields].map((field) => ({ field, fallsBack: !shown.includes(field) }));
}

/** The fields that would leave a gap in these words: shown without a fallback, and empty for this reader. */
export const emptyMergeFields = (words: string, context: MergeContext): string[] =>
  mergeFieldUses(words)
    .filter(({ fallsBack }) => !fallsBack)
    .map(({ field }) => field)
    .filter((field) => {
      const filled = fillMergeFields(`{{ ${field} }}`, context);
      return filled.ok && filled.value.trim() === '';
    });
