import {
  done,
  failed,
  readMoney,
  Tag,
  type Cents,
  type CurrencyCode,
  type Outcome,
} from '../basics/index.ts';
import { isEmail } from '../forms/index.ts';
import { cleanSource } from '../results/index.ts';
import type { ImportTarget } from './import-columns.ts';
import { readFieldValue, type FieldContent, type FieldValues } from './own-fields.ts';
import { splitName, type ContactDetails } from './person-from-answers.ts';
import { emailKey, phoneKey } from './person-key.ts';

/** A person as a row of a file has them; what the row does not say is empty. */
export interface ImportedPerson extends Omit<ContactDetails, 'textConsent'> {
  town: string;
  tags: string[];
  source: string;
  /** The name of a stage, as it is written in the file. */
  stage: string;
  value: Cents | null;
  fields: FieldValues;
}

/** What is needed to read rows: which column fills what, and the client's own fields by their keys. */
export interface ImportReading {
  targets: readonly ImportTarget[];
  fields: ReadonlyMap<string, FieldContent>;
  /** The stages' names, in lower case. */
  stages: ReadonlySet<string>;
  country: string;
  currency: CurrencyCode;
}

const longestCell = 10_000;

/**
 * Reads a row of a file. What can't be read is the whole row's reason, in words for the person who made the file: a person who is
 * half right would have to be found and put right later.
 */
export function readRow(
  cells: readonly string[],
  reading: ImportReading,
): Outcome<ImportedPerson, string> {
  const person: ImportedPerson = {
    ...{ firstName: '', lastName: '', email: '', emailKey: null, phone: '', phoneKey: null },
    ...{ town: '', tags: [], source: '', stage: '', value: null, fields: {} },
  };
  for (const [index, target] of reading.targets.entries()) {
    const cell = (cells[index] ?? '').trim();
    if (cell === '' || target === 'skip') continue;
    if (cell.length > longestCell) return failed(`Column ${index + 1} is too long.`);
    const problem = put(person, target, cell, reading);
    if (problem) return failed(problem);
  }
  const { firstName, lastName, email, phone } = person;
  return firstName || lastName || email || phone
    ? done(person)
    : failed('There is no name, email or phone.');
}

/** Puts a cell where its column says; gives what is wrong with it. */
function put(
  person: ImportedPerson,
  target: ImportTarget,
  cell: string,
  reading: ImportReading,
): string | null {
  switch (target) {
    case 'name': {
      const [first, last] = splitName(cell);
      person.firstName ||= first.slice(0, 100);
      person.lastName ||= last.slice(0, 100);
      return null;
    }
    case 'first-name':
      person.firstName = cell.slice(0, 100);
      return null;
    case 'last-name':
      person.lastName = cell.slice(0, 100);
      return null;
    case 'email':
      if (!isEmail(cell)) return `“${short(cell)}” is not an email address.`;
      person.email = cell;
      person.emailKey = emailKey(cell);
      return null;
    case 'phone':
      person.phoneKey = phoneKey(cell, reading.country);
      if (person.phoneKey === null) return `“${short(cell)}” is not a phone number.`;
      person.phone = cell;
      return null;
    case 'town':
      person.town = cell.slice(0, 80);
      return null;
    case 'source':
      person.source = cleanSource(cell);
      return null;
    case 'tags':
      return putTags(person, cell);
    case 'stage':
      if (!reading.stages.has(cell.toLowerCase())) return `There is no stage “${short(cell)}”.`;
      person.stage = cell;
      return null;
    case 'value': {
      const money = readMoney(cell, reading.currency);
      if (!money.ok) return `“${short(cell)}” is not an amount.`;
      person.value = money.value.amount as Cents;
      return null;
    }
    default:
      return putField(person, target.replace(/^field:/, ''), cell, reading);
  }
}

function putTags(person: ImportedPerson, cell: string): string | null {
  for (const text of cell.split(/[,;|]/).filter((one) => one.trim())) {
    const read = Tag.safeParse(text);
    if (!read.success) return `“${short(text.trim())}” is not a tag.`;
    if (!person.tags.includes(read.data)) person.tags.push(read.data);
  }
  return null;
}

function putField(
  person: ImportedPerson,
  key: string,
  cell: string,
  { fields, currency }: ImportReading,
): string | null {
  const field = fields.get(key);
  if (!field) return null;
  const read = readFieldValue(field, typedFor(field, cell), currency);
  if (!read.ok) return `${field.name}: ${read.problem}`;
  if (read.value !== null) person.fields[key] = read.value;
  return null;
}

/** A cell as somebody would type it into the field. */
function typedFor({ type }: FieldContent, cell: string): string {
  if (type === 'yes-no') return /^(yes|true|1|x|y)$/i.test(cell) ? 'yes' : 'no';
  return type === 'choices'
    ? cell
        .split(/[;|]/)
        .map((one) => one.trim())
        .join('\n')
    : cell;
}

const short = (text: string) => (text.length > 60 ? `${text.slice(0, 59)}…` : text);
