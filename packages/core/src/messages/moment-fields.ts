import { clockWords, dayWords, whenWords, zoneNote, type Instant } from '../basics/index.ts';

/**
 * A moment as merge fields see it in a zone: `event.when`, `event.day`, `event.time`. The zone is named where it is not the
 * reader's.
 */
export function momentFields(
  at: Instant,
  zone: string,
  readerZone = zone,
  locale = 'en-US',
): Record<'when' | 'day' | 'time', string> {
  const note = zoneNote(at, zone, readerZone, locale);
  return {
    when: `${whenWords(at, zone, locale)}${note}`,
    day: dayWords(at, zone, locale),
    time: `${clockWords(at, zone, locale)}${note}`,
  };
}
