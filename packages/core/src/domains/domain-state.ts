import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';

/**
 * A client's own address over time:
 * `waiting` (added, records not right yet) → `right` (served) → `lost` (the records went; served for a grace time, and
 * the agency warned) → `gone` (no longer served) → `right` again as soon as the records are.
 */
export type DomainState = 'waiting' | 'right' | 'lost' | 'gone';

export interface DomainStanding {
  state: DomainState;
  /** Since when the records are missing; null while they are right or never were. */
  lostAt: Instant | null;
}

/** How long a host goes on being served after its records went: a mistake at the DNS host is mended within (our own value, no source). */
export const grace = { hours: 72 } as const;

/** Where a domain stands after a check found its records right or not; a check that could not be made changes nothing. */
export function afterCheck(
  { state, lostAt }: DomainStanding,
  found: 'right' | 'not-right' | 'unreachable',
  now: Instant,
): DomainStanding {
  if (found === 'unreachable') return { state, lostAt };
  if (found === 'right') return { state: 'right', lostAt: null };
  switch (state) {
    case 'waiting':
    case 'gone':
      return { state, lostAt };
    case 'right':
      return { state: 'lost', lostAt: now };
    case 'lost':
      return isOver(lostAt ?? now, now) ? { state: 'gone', lostAt } : { state, lostAt };
  }
}

/** Until when a host whose records went is still served; null for every other. */
export const servedUntil = ({ state, lostAt }: DomainStanding): Instant | null =>
  state === 'lost' && lostAt ? lostAt.add(grace) : null;

const isOver = (since: Instant, now: Instant) =>
  Temporal.Instant.compare(since.add(grace), now) <= 0;

/** Whether visitors are answered there. */
export const isServed = (state: DomainState): boolean => state === 'right' || state === 'lost';

/** How long until the next check, in minutes: often while somebody waits for it. */
export const checkEvery = { waiting: 1, right: 60, lost: 10, gone: 60 } as const satisfies Record<
  DomainState,
  number
>;
