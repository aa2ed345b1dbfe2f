import { clockWords, dayWords, withValues, zoneNote, type Instant } from '../basics/index.ts';
import type { PageWords } from './page-words.ts';

/** A moment as a visitor reads it in a zone: `Thursday, November 12 at 9:00 AM`, `jeudi 12 novembre à 09:00`. */
export const whenIn = (
  { when, locale }: PageWords,
  at: Instant,
  zone: string,
  readerZone = zone,
): string =>
  withValues(when, { day: dayWords(at, zone, locale), time: clockWords(at, zone, locale) }) +
  zoneNote(at, zone, readerZone, locale);
