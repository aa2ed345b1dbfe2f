import { Readable } from 'node:stream';
import { StreamableFile } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { stringify } from 'csv-stringify/sync';

/** Rows as CSV by RFC 4180; cells that begin like a formula are made harmless. */
export const csvOf = (rows: string[][]): string =>
  stringify(rows, { record_delimiter: 'windows', escape_formulas: true });

/** Rows as a file that a browser saves. */
export function csvFile(content: string | Buffer | Readable, name: string): StreamableFile {
  const options = {
    type: 'text/csv; charset=utf-8',
    disposition: `attachment; filename="${name}"`,
  };
  if (content instanceof Readable) return new StreamableFile(content, options);
  return new StreamableFile(typeof content === 'string' ? Buffer.from(content) : content, options);
}

/** `2026-11-05 09:12`, by the clock of a zone: as spreadsheets read a time. */
export const csvTime = (at: Instant, zone: string): string =>
  at
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString({ smallestUnit: 'minute' })
    .replace('T', ' ');
