import { Temporal } from 'temporal-polyfill';
import type { Instant } from '../basics/index.ts';

const word = 'wait';

/** What a form sends in the place of a time by somebody who wants to wait: for a date of an event, or for any time. */
export const waitingChoice = (wants: { toString(): string } | null): string =>
  wants ? `${word} ${wants.toString()}` : word;

/** Reads that; null for anything else. */
export function waitsIn(sent: string | undefined): { wants: Instant | null } | null {
  if (sent === word) return { wants: null };
  if (!sent?.startsWith(`${word} `)) return null;
  try {
    return { wants: Temporal.Instant.from(sent.slice(word.length + 1)) };
  } catch {
    return null;
  }
}
