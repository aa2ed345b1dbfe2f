import { z } from 'zod';
import type { Cents, Instant } from '../basics/index.ts';

/** Which of the visits before an outcome it is put down to. */
export const credits = {
  first: 'The first visit',
  last: 'The last visit',
  'last-paid': 'The last visit that was paid for',
} as const;
export type Credit = keyof typeof credits;

/** How the outcomes of one kind are counted. */
export const ConversionRule = z.object({
  /** Once for each person within the window, or every time. */
  counts: z.enum(['once', 'every']),
  /** How many days a visit may lie before an outcome that is put down to it. */
  windowDays: z.int().min(1).max(90),
  credit: z.enum(Object.keys(credits) as [Credit, ...Credit[]]),
});
export type ConversionRule = z.infer<typeof ConversionRule>;

/** A visit that somebody came by. */
export interface Touch {
  person: string;
  at: Instant;
  source: string;
  /** An ad led to it. */
  isPaid: boolean;
}

/** Something that somebody did which pages are made for. */
export interface Outcome {
  person: string;
  at: Instant;
  /** What it is worth, in minor units of the client's currency; null where nobody has said. */
  value: Cents | null;
}

/** An outcome that counts, and the visit it is put down to; null where there was none within the window. */
export interface Conversion<T extends Touch, O extends Outcome> {
  outcome: O;
  touch: T | null;
}

const hour = 3_600_000;

/**
 * The outcomes that count, in their order, each with the visit that it is put down to. A day is 24 hours, and a visit just
 * so many days before is within the window. Where the last paid visit is asked for and none was paid for, the last one gets
 * it. Of outcomes that count once, one counts again for the same person when the window since the last one that did is over.
 */
export function countConversions<T extends Touch, O extends Outcome>(
  touches: readonly T[],
  outcomes: readonly O[],
  { counts, windowDays, credit }: ConversionRule,
): Conversion<T, O>[] {
  const window = windowDays * 24 * hour;
  const touchesOf = byPerson(touches);
  const counted = new Map<string, number>();
  const found: Conversion<T, O>[] = [];
  for (const outcome of inOrder(outcomes)) {
    const at = outcome.at.epochMilliseconds;
    const before = counted.get(outcome.person);
    if (counts === 'once' && before !== undefined && at - before < window) continue;
    counted.set(outcome.person, at);
    const within = (touchesOf.get(outcome.person) ?? []).filter(
      ({ at: { epochMilliseconds: came } }) => came <= at && at - came <= window,
    );
    found.push({ outcome, touch: credited(within, credit) });
  }
  return found;
}

/** Of visits in their order. */
function credited<T extends Touch>(touches: readonly T[], credit: Credit): T | null {
  switch (credit) {
    case 'first':
      return touches[0] ?? null;
    case 'last':
      return touches.at(-1) ?? null;
    case 'last-paid':
      return touches.findLast(({ isPaid }) => isPaid) ?? touches.at(-1) ?? null;
  }
}

function byPerson<T extends Touch>(touches: readonly T[]): Map<string, T[]> {
  const all = new Map<string, T[]>();
  for (const touch of inOrder(touches)) {
    const of = all.get(touch.person);
    if (of) of.push(touch);
    else all.set(touch.person, [touch]);
  }
  return all;
}

const inOrder = <Event extends { at: Instant }>(events: readonly Event[]): Event[] =>
  events.toSorted((a, b) => a.at.epochMilliseconds - b.at.epochMilliseconds);
