import { isUsable, type Instant } from '@plumgate/core/basics';
import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { AppProblem } from './app-problem.ts';

/** Where a page of a list ended: the last row's moment, or its day, and id. Lists are newest first, ids break ties. */
export const cursorOf = (at: Instant | string, id: string): string =>
  Buffer.from(`${at.toString()} ${id}`).toString('base64url');

/** The rows after a cursor; a cursor that we never gave is a bad request. */
export const afterCursor = (
  cursor: string | undefined,
  at: AnyColumn,
  id: AnyColumn,
): SQL | undefined =>
  after(cursor, { at, id }, (text) => {
    const instant = Temporal.Instant.from(text);
    if (!isUsable(instant)) throw new RangeError('not a row of ours');
    return sql`${instant.toString()}::timestamptz`;
  });

/** The same for rows that are ordered by a day. */
export const afterDayCursor = (
  cursor: string | undefined,
  day: AnyColumn,
  id: AnyColumn,
): SQL | undefined =>
  after(cursor, { at: day, id }, (text) => sql`${z.iso.date().parse(text)}::date`);

/** @param read the moment that a cursor holds; throws for what is none */
function after(
  cursor: string | undefined,
  { at, id }: Record<'at' | 'id', AnyColumn>,
  read: (text: string) => SQL,
): SQL | undefined {
  if (!cursor) return undefined;
  const [text = '', last = ''] = Buffer.from(cursor, 'base64url').toString().split(' ');
  try {
    const moment = read(text);
    // The first comparison alone lets an index begin there.
    return sql`(${at} <= ${moment} and (${at} < ${moment} or ${id} > ${z.uuid().parse(last)}::uuid))`;
  } catch {
    throw cannotGoOn();
  }
}

/** A cursor that we never gave. */
export const cannotGoOn = (): AppProblem =>
  new AppProblem('bad-request', {
    detail: 'The list can’t be continued from there. Start it again.',
  });
