import type { Instant, StaffId } from '../basics/index.ts';

/** What somebody has been given so far. */
export interface StaffLoad {
  /** When they were last given a booking of the calendar; null for never. */
  last: Instant | null;
  /** How many bookings they have on the day that is asked for, of any calendar. */
  onDay: number;
}

/**
 * Who of those that are free takes a booking: in turn it is who was given one the longest ago; else who has the fewest that
 * day, so that work is spread. Between equals the order of the list decides. Null where nobody is free.
 */
export function pickStaff(
  how: 'in-turn' | 'anybody',
  free: readonly StaffId[],
  loads: ReadonlyMap<StaffId, StaffLoad>,
): StaffId | null {
  const rank = (id: StaffId) => {
    const load = loads.get(id);
    return how === 'in-turn'
      ? (load?.last?.epochMilliseconds ?? Number.NEGATIVE_INFINITY)
      : (load?.onDay ?? 0);
  };
  return free.reduce<StaffId | null>(
    (best, id) => (best === null || rank(id) < rank(best) ? id : best),
    null,
  );
}
