import { customType } from 'drizzle-orm/pg-core';
import { Temporal } from 'temporal-polyfill';

/** A moment, stored as `timestamptz` and read as Temporal's Instant. */
export const instant = customType<{ data: Temporal.Instant; driverData: string }>({
  dataType: () => 'timestamptz',
  toDriver: (value) => value.toString(),
  fromDriver: (value) => Temporal.Instant.from(value),
});

export const bytes = customType<{ data: Buffer; driverData: Buffer }>({
  dataType: () => 'bytea',
});

/** JSON that is brought up to date as it is read, so that what an earlier version of the program wrote stays readable. */
export const upgradedJson = <Data>(upgrade: (stored: unknown) => Data) =>
  customType<{ data: Data; driverData: unknown }>({
    dataType: () => 'jsonb',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: upgrade,
  });
