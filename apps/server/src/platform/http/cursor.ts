import { isUsable, type Instant } from '@plumgate/core/basics';
import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
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
  const [text = '', last = ''] = Buffer.from(cursor, 'base64url').toString().split(' ');
  try {
    const instant = Temporal.Instant.from(text);
    if (!isUsable(instant) || !z.uuid().safeParse(last).success)
      throw new RangeError('not a row of ours');
    const moment = sql`${instant.toString()}::timestamptz`;
    // The first comparison alone lets an index begin there.
    return sql`(${at} <= ${moment} and (${at} < ${moment} or ${id} > ${last}::uuid))`;
  } catch {
    throw cannotGoOn();
  }
}

/** A cursor that we never gave. */
export const cannotGoOn = (): AppProblem =>
  new AppProblem('bad-request', {
    detail: 'The list can’t be continued from there. Start it again.',
  });

/** The same for rows that are ordered by a day, the last first. */
export const dayCursorOf = (day: string, id: string): string =>
  Buffer.from(`${day} ${id}`).toString('base64url');

export function afterDayCursor(
  cursor: string | undefined,
  day: AnyColumn,
  id: AnyColumn,
): SQL | undefined {
  if (!cursor) return undefined;
  const [text = '', last = ''] = Buffer.from(cursor, 'base64url').toString().split(' ');
  if (!z.iso.date().safeParse(text).success || !z.uuid().safeParse(last).success)
    throw cannotGoOn();
  return sql`(${day} <= ${text}::date and (${day} < ${text}::date or ${id} > ${last}::uuid))`;
}
