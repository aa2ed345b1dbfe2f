import { customType } from 'drizzle-orm/pg-core';
import { cleanData, type DocumentFormat } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';

/** A moment as the database takes it. One `now` is written into thousands of rows, and turning it into text takes long. */
const written = new WeakMap<Temporal.Instant, string>();
function inWords(moment: Temporal.Instant): string {
  const known = written.get(moment);
  if (known !== undefined) return known;
  const text = moment.toString();
  written.set(moment, text);
  return text;
}

/** A moment, stored as `timestamptz` and read as Temporal's Instant. */
export const instant = customType<{ data: Temporal.Instant; driverData: string }>({
  dataType: () => 'timestamptz',
  toDriver: inWords,
  fromDriver: (value) => Temporal.Instant.from(value),
});

export const bytes = customType<{ data: Buffer; driverData: Buffer }>({
  dataType: () => 'bytea',
});

/** The one way into a `jsonb` column: PostgreSQL refuses NUL and half surrogate pairs there, wherever they came from. */
export const toJson = (value: unknown): string => JSON.stringify(cleanData(value));

export const json = <Data>(name?: string) =>
  customType<{ data: Data; driverData: unknown }>({ dataType: () => 'jsonb', toDriver: toJson })(
    name as string,
  );

/** Documents of one kind by their ids, each brought up to date as it is read. */
export const documentsColumn = <Id extends string, Data>(format: DocumentFormat<Data>) =>
  customType<{ data: Record<Id, Data>; driverData: Record<string, unknown> }>({
    dataType: () => 'jsonb',
    toDriver: (all) => toJson(mapped(all, format.write)) as never,
    fromDriver: (all) => mapped(all, format.read) as Record<Id, Data>,
  });

const mapped = <From, To>(all: Record<string, From>, turn: (one: From) => To) =>
  Object.fromEntries(Object.entries(all).map(([id, one]) => [id, turn(one)]));

/** A document that is brought up to date as it is read, so that what an earlier build wrote stays readable. */
export const documentColumn = <Data>(format: DocumentFormat<Data>) =>
  customType<{ data: Data; driverData: unknown }>({
    dataType: () => 'jsonb',
    toDriver: (data) => toJson(format.write(data)),
    fromDriver: format.read,
  });
