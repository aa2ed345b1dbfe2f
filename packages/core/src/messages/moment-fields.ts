import { clockWords, whenWords, type Instant } from '../basics/index.ts';

/** A moment as merge fields see it in a zone: `event.when`, `event.day`, `event.time`. */
export function momentFields(at: Instant, zone: string): Record<'when' | 'day' | 'time', string> {
  const when = whenWords(at, zone);
  return { when, day: when.split(' at ')[0]!, time: clockWords(at, zone) };
}
