import { ownValue } from '../basics/own-value.ts';
import { isText, type FormDefinition } from './form.ts';

/** Why a submission looks as if no person had sent it. */
export const junkReasons = [
  'trap',
  'link-in-name',
  'too-fast',
  'impossible-address',
  'throw-away-address',
  'blocked-words',
  'repeated',
] as const;
export type JunkReason = (typeof junkReasons)[number];

/** The field of every form that people don't see and programs fill. */
export const trapField = '_website';

/** The field in which the page's script says how many milliseconds the page had been open. */
export const openForField = '_open';

/** Common practice, no source: programs that leave links put them into every field, people put none into their names. */
const link = /https?:|www\.|\[url|<a\b/i;

/** What decides beside the form itself. */
export interface JunkRules {
  /** Words and phrases that the client wants no submission with. */
  blockedWords: readonly string[];
  /** A page has to be open for so long before its form is sent; 0 where that is not asked. */
  minSeconds: number;
  /** Whether no mail host can have this name. */
  isImpossible: (host: string) => boolean;
  /** Whether addresses of a mail host are thrown away after one use. */
  isThrowAway: (host: string) => boolean;
}

/** Why what was typed looks like junk; null for what a person may have sent. */
export function junkReason(
  { questions }: Pick<FormDefinition, 'questions'>,
  typed: Record<string, string>,
  { blockedWords, minSeconds, isImpossible, isThrowAway }: JunkRules,
): JunkReason | null {
  if (ownValue(typed, trapField)) return 'trap';
  if (isTooFast(ownValue(typed, openForField), minSeconds)) return 'too-fast';
  const answered = (fits: (kind: string) => boolean) =>
    questions.filter(({ kind }) => fits(kind)).map(({ key }) => ownValue(typed, key) ?? '');
  if (answered((kind) => kind.endsWith('-name')).some((name) => link.test(name)))
    return 'link-in-name';
  const hosts = answered((kind) => kind === 'email').map((email) => hostOf(email));
  const given = hosts.filter((host) => host !== '');
  if (given.some((host) => isImpossible(host))) return 'impossible-address';
  if (given.some((host) => isThrowAway(host))) return 'throw-away-address';
  const texts = answered((kind) => kind !== 'hidden' && kind !== 'file').map(plain);
  const isBlocked = (words: string) => texts.some((text) => text.includes(plain(words)));
  return blockedWords.some(isBlocked) ? 'blocked-words' : null;
}

/**
 * The text by which the same message is known again, whoever it says it is from; null where nothing is written that two
 * people would not write alike. How long that is, in letters, is common practice, no source.
 */
export function repeatableText(
  { questions }: Pick<FormDefinition, 'questions'>,
  typed: Record<string, string>,
): string | null {
  const written = questions
    .filter((question) => isText(question))
    .map(({ key }) => plain(ownValue(typed, key) ?? '').trim())
    .join('\n');
  return written.length >= 40 ? written : null;
}

/** Nobody can tell how long a page was open without its script: then it is not held against anybody. */
function isTooFast(openFor: string | undefined, minSeconds: number): boolean {
  const milliseconds = openFor ? Number(openFor) : Number.NaN;
  return milliseconds >= 0 && milliseconds < minSeconds * 1000;
}

const hostOf = (email: string): string => email.trim().toLowerCase().split('@')[1] ?? '';

/** Words alone, each between spaces: so "cialis" is not found in "specialist". */
const plain = (text: string): string =>
  ` ${text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `;
