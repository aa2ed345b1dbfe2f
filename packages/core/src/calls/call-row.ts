import { done, failed, type Instant, type Outcome } from '../basics/index.ts';
import { isEmail } from '../forms/index.ts';
import { phoneKey } from '../people/index.ts';
import { cleanSource } from '../results/index.ts';
import { sourceOfNumber, type CallNumber } from './call-numbers.ts';
import type { CallTarget } from './call-columns.ts';
import { readMoment } from './read-moment.ts';

/** A call as a row of a file has it; what the row does not say is empty. */
export interface ImportedCall {
  name: string;
  email: string;
  /** The caller's number as it was written. */
  phone: string;
  /** The number that was called, as it was written. */
  called: string;
  source: string;
  at: Instant;
  /** How long it was; null where the file does not say. */
  seconds: number | null;
  answered: boolean;
  note: string;
}

/** What is needed to read rows. */
export interface CallReading {
  targets: readonly CallTarget[];
  numbers: readonly CallNumber[];
  country: string;
  zone: string;
}

/** The source of calls to a number that belongs to none. */
export const plainCall = 'Phone call';

/**
 * Reads a row of a list of calls. Its source is that of the number that was called, or else what the row says. What can't be read is
 * the whole row's reason, in words for whoever has the file.
 */
export function readCallRow(
  cells: readonly string[],
  { targets, numbers, country, zone }: CallReading,
): Outcome<ImportedCall, string> {
  const cell = (target: CallTarget) => (cells[targets.indexOf(target)] ?? '').trim();
  const phone = cell('caller');
  if (!phone) return failed('There is no caller’s number.');
  if (phoneKey(phone, country) === null) return failed(`“${short(phone)}” is not a phone number.`);
  const email = cell('email');
  if (email && !isEmail(email)) return failed(`“${short(email)}” is not an email address.`);
  const when = [cell('when'), cell('time')].filter(Boolean).join(' ');
  if (!when) return failed('There is no date.');
  const at = readMoment(when, { country, zone });
  if (!at) return failed(`“${short(when)}” is not a date and time.`);
  const length = cell('length');
  const seconds = length ? readLength(length) : null;
  if (length && seconds === null) return failed(`“${short(length)}” is not the length of a call.`);
  const called = cell('called').slice(0, 40);
  return done({
    ...{ name: cell('name').slice(0, 120), email, phone: phone.slice(0, 40), called, at, seconds },
    source: sourceOfNumber(numbers, called, country) ?? (cleanSource(cell('source')) || plainCall),
    answered: wasAnswered(cell('answered'), seconds),
    note: cell('note').slice(0, 2000),
  });
}

/** The seconds of a length: "192", "192 s", "3:12", "0:03:12" or "3 min"; null for anything else. */
export function readLength(text: string): number | null {
  const clock = /^(?:(\d{1,2}):)?(\d{1,3}):(\d{2})$/.exec(text);
  if (clock) return Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]);
  const words = /^(?:(\d{1,3}) ?(?:m|min|minutes?))? ?(?:(\d{1,5}) ?(?:s|sec|seconds?)?)?$/i.exec(
    text,
  );
  if (!words || (words[1] === undefined && words[2] === undefined)) return null;
  return Number(words[1] ?? 0) * 60 + Number(words[2] ?? 0);
}

/** What says that nobody answered; where nothing does, a call that lasted was answered. Common practice, no source. */
const missed =
  /\b(no|false|0|missed|unanswered|not answered|voice ?mail|busy|abandoned|failed|cancell?ed)\b/i;

const wasAnswered = (text: string, seconds: number | null): boolean =>
  text ? !missed.test(text) : seconds !== 0;

const short = (text: string) => (text.length > 60 ? `${text.slice(0, 59)}…` : text);
