import type { Instant } from '@plumgate/core/basics';
import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { AppProblem } from './app-problem.ts';

/** Where a page of a list ended: the last row's moment and id. Lists are newest first, ids break ties. */
export const cursorOf = (at: Instant, id: string): string =>
  Buffer.from(`${at.toString()} ${id}`).toString('base64url');

/** The rows after a cursor; a cursor that we never gave is a bad request. */
export function afterCursor(
  cursor: string | undefined,
  at: AnyColumn,
  id: AnyColumn,
): SQL | undefined {
  if (!cursor) return undefined;
  const [moment = '', last = ''] = Buffer.from(cursor, 'base64url').toString().split(' ');
  try {
    const instant = Temporal.Instant.from(moment).toString();
    if (!/^[0-9a-f-]{36}$/.test(last)) throw new RangeError('no id');
    return sql`(${at} < ${instant}::timestamptz or (${at} = ${instant}::timestamptz and ${id} > ${last}::uuid))`;
  } catch {
    throw new AppProblem('bad-request', {
      detail: 'The list can’t be continued from there. Start it again.',
    });
  }
}
