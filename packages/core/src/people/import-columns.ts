import { z } from 'zod';
import { isEmail } from '../forms/index.ts';
import { fieldTypes, type FieldType, type OwnField } from './own-fields.ts';
import { phoneKey } from './person-key.ts';

/** What of a person a column of a file may fill, besides the client's own fields. */
export const importTargets = {
  skip: 'Leave it out',
  name: 'Full name',
  'first-name': 'First name',
  'last-name': 'Last name',
  email: 'Email',
  phone: 'Phone',
  town: 'Town',
  tags: 'Tags',
  source: 'Source',
  stage: 'Stage',
  value: 'Value',
} as const;
export type FixedTarget = keyof typeof importTargets;

/**
 * What a column fills: one of those, one of the client's own fields (`field:roof_age`), or a new field that is made of the
 * column's heading (`new:number`).
 */
export const ImportTarget = z
  .string()
  .max(60)
  .refine(
    (target) =>
      Object.hasOwn(importTargets, target) ||
      /^field:[a-z][a-z0-9_]{0,39}$/.test(target) ||
      (target.startsWith('new:') && Object.hasOwn(fieldTypes, target.slice(4))),
    'A column can’t fill that.',
  );
export type ImportTarget = z.infer<typeof ImportTarget>;

/** The most columns that a file may have. */
export const mostColumns = 500;

/** Headings as exports of all kinds write them. Common practice, no source. */
const headings: [FixedTarget, RegExp][] = [
  ['email', /^(e-?mail( ?address)?|mail|correo)$/],
  ['phone', /^((phone|mobile|cell|telephone|tel)( ?(number|no))?|mobile phone|tel[eé]fono)$/],
  ['first-name', /^(first( ?name)?|given( ?name)?|forename|nombre)$/],
  ['last-name', /^(last( ?name)?|family( ?name)?|surname|apellidos?)$/],
  ['name', /^((full |contact )?name|contact|person|customer|client)$/],
  ['town', /^(town|city|locality|ciudad)$/],
  ['tags', /^(tags?|labels?)$/],
  ['source', /^((lead |last |first )?source|came from|channel)$/],
  ['stage', /^(stage|status|pipeline stage)$/],
  ['value', /^(value|amount|deal value|worth)$/],
];

/** The share of a column's cells that have to look alike for it to be taken for what they look like. Common practice, no source. */
const mostOf = 0.8;

/**
 * What the columns of a file are likely to be: by their headings, then by what is in them. What is neither becomes a new
 * field of the type that its cells have; a column without a heading is left out. Each target that can be filled
 * once is given once.
 */
export function guessTargets(
  header: readonly string[],
  sample: readonly (readonly string[])[],
  fields: readonly OwnField[],
  country: string,
): ImportTarget[] {
  const taken = new Set<string>();
  const once = (target: string) => {
    if (taken.has(target)) return 'skip';
    if (target !== 'tags' && !target.startsWith('new:')) taken.add(target);
    return target;
  };
  const named = header.map((heading) => {
    const plain = heading
      .trim()
      .toLowerCase()
      .replace(/[_\s]+/g, ' ');
    const own = fields.find(
      ({ name, key }) => name.toLowerCase() === plain || key === heading.trim(),
    );
    if (own) return once(`field:${own.key}`);
    const fixed = headings.find(([, expression]) => expression.test(plain));
    return fixed ? once(fixed[0]) : null;
  });
  return named.map((target, index) => {
    if (target !== null) return target;
    const cells = sample.map((row) => (row[index] ?? '').trim()).filter(Boolean);
    const areMostly = (test: (cell: string) => boolean) =>
      cells.length > 0 && cells.filter(test).length >= cells.length * mostOf;
    if (areMostly(isEmail) && !taken.has('email')) return once('email');
    const isPhone = (cell: string) => /^[+(\d]/.test(cell) && phoneKey(cell, country) !== null;
    if (areMostly((cell) => /\D/.test(cell) && isPhone(cell)) && !taken.has('phone'))
      return once('phone');
    if (!header[index]?.trim()) return 'skip';
    return `new:${typeOf(areMostly, cells)}`;
  });
}

function typeOf(
  areMostly: (test: (cell: string) => boolean) => boolean,
  cells: readonly string[],
): FieldType {
  if (areMostly((cell) => /^-?\d{1,12}([.,]\d+)?$/.test(cell))) return 'number';
  if (areMostly((cell) => /^\d{4}-\d{2}-\d{2}$/.test(cell))) return 'date';
  if (areMostly((cell) => /^(yes|no|true|false)$/i.test(cell))) return 'yes-no';
  if (areMostly((cell) => /^https?:\/\//i.test(cell))) return 'link';
  return cells.some((cell) => cell.length > 200 || cell.includes('\n')) ? 'long-text' : 'text';
}
