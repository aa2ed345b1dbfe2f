import type { Instant, StaffId } from '../basics/index.ts';

/** A booking that holds time in a calendar; a cancelled one holds none and does not belong here. */
export interface TakenTime {
  start: Instant;
  end: Instant;
  /** Who it is with; left out or null where the calendar has no staff. */
  staff?: StaffId | null;
}

/** Bookings as plain numbers in the order of their starts, each lengthened by the space it keeps free. */
export interface Taken {
  starts: number[];
  ends: number[];
  space: number;
  longest: number;
}

/** `space` in milliseconds. */
export function takenTimes(bookings: readonly TakenTime[], space: number): Taken {
  const inOrder = bookings
    .map(({ start, end }) => [start.epochMilliseconds, end.epochMilliseconds + space] as const)
    .sort((a, b) => a[0] - b[0]);
  return {
    starts: inOrder.map(([start]) => start),
    ends: inOrder.map(([, end]) => end),
    space,
    longest: inOrder.reduce((most, [start, end]) => Math.max(most, end - start), 0),
  };
}

/** How many bookings lie side by side at the busiest moment of a stretch with the space after it. */
export function busiest(taken: Taken, start: number, end: number): number {
  const until = end + taken.space;
  const beside: number[] = [];
  for (
    let index = firstFrom(taken.starts, start - taken.longest);
    index < taken.starts.length && taken.starts[index]! < until;
    index++
  )
    if (taken.ends[index]! > start) beside.push(index);
  if (beside.length <= 1) return beside.length;
  const changes = beside.flatMap((index): [at: number, by: 1 | -1][] => [
    [Math.max(taken.starts[index]!, start), 1],
    [taken.ends[index]!, -1],
  ]);
  // Where one ends as another begins, the end comes first: touching is not overlapping.
  changes.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  let [side, most] = [0, 0];
  for (const [, by] of changes) most = Math.max(most, (side += by));
  return most;
}

/** The index of the first number that is at least `wanted`, in a list in order. */
export function firstFrom(numbers: readonly number[], wanted: number): number {
  let [low, high] = [0, numbers.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (numbers[middle]! < wanted) low = middle + 1;
    else high = middle;
  }
  return low;
}
