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
