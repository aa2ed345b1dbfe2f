import type { Instant } from '../basics/index.ts';
import type { Slot } from './open-slots.ts';

/** The free starts closest to a wished one, the nearest first, at most `most`: what is offered when it was just taken. */
export function nearestSlots(slots: readonly Slot[], wished: Instant, most: number): Slot[] {
  const away = (slot: Slot) => Math.abs(slot.start.epochMilliseconds - wished.epochMilliseconds);
  return slots.toSorted((a, b) => away(a) - away(b)).slice(0, most);
}
