import type { Instant } from '@plumgate/core/basics';
import { stringify } from 'csv-stringify/sync';

/** Rows as CSV by RFC 4180; cells that begin like a formula are made harmless. */
export const csvOf = (rows: string[][]): string =>
  stringify(rows, { record_delimiter: 'windows', escape_formulas: true });

/** `2026-11-05 09:12`, by the clock of a zone: as spreadsheets read a time. */
export const csvTime = (at: Instant, zone: string): string =>
  at
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString({ smallestUnit: 'minute' })
    .replace('T', ' ');
