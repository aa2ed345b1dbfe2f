/** Somebody who takes turns, with their share: who has 2 gets twice as many as who has 1. */
export interface InTurn<Id extends string> {
  to: Id;
  weight: number;
}

/**
 * Whose turn it is among those who are there, and what everybody has coming to them after it. Smooth weighted round-robin:
 * each of those there earns their weight, who has most coming is taken and pays what all earned together; of equals the
 * first in the list. Over any stretch in which the same people are there, shares are off by less than one turn. Who is
 * away earns nothing, and does not get all at once when they are back. (Common practice, no source.)
 */
export function takeTurn<Id extends string>(
  there: readonly InTurn<Id>[],
  credits: ReadonlyMap<Id, number>,
): { to: Id; credits: Map<Id, number> } | null {
  const earned = new Map(credits);
  let sum = 0;
  for (const { to, weight } of there) {
    earned.set(to, (credits.get(to) ?? 0) + weight);
    sum += weight;
  }
  const [first, ...others] = there;
  if (!first) return null;
  let { to } = first;
  for (const other of others) if (earned.get(other.to)! > earned.get(to)!) ({ to } = other);
  earned.set(to, earned.get(to)! - sum);
  return { to, credits: earned };
}
