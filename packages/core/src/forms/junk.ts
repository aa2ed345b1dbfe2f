import { ownValue } from '../basics/own-value.ts';
import { isText, type FormDefinition } from './form.ts';

/** Why a submission looks as if no person had sent it. */
export const junkReasons = [
  'trap',
  'link-in-name',
  'throw-away-address',
  'blocked-words',
  'repeated',
] as const;
export type JunkReason = (typeof junkReasons)[number];

/** The field of every form that people don't see and programs fill. */
export const trapField = '_website';

/** Common practice, no source: programs that leave links put them into every field, people put none into their names. */
const link = /https?:|www\.|\[url|<a\b/i;

/** What decides beside the form itself. */
export interface JunkRules {
  /** Words and phrases that the client wants no submission with. */
  blockedWords: readonly string[];
  /** Whether addresses of a mail host are thrown away after one use. */
  isThrowAway: (host: string) => boolean;
}

/** Why what was typed looks like junk; null for what a person may have sent. */
export function junkReason(
  { questions }: Pick<FormDefinition, 'questions'>,
  typed: Record<string, string>,
  { blockedWords, isThrowAway }: JunkRules,
): JunkReason | null {
  if (ownValue(typed, trapField)) return 'trap';
  const answered = (fits: (kind: string) => boolean) =>
    questions.filter(({ kind }) => fits(kind)).map(({ key }) => ownValue(typed, key) ?? '');
  if (answered((kind) => kind.endsWith('-name')).some((name) => link.test(name)))
    return 'link-in-name';
  const hosts = answered((kind) => kind === 'email').map((email) => hostOf(email));
  if (hosts.some((host) => host !== '' && isThrowAway(host))) return 'throw-away-address';
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

const hostOf = (email: string): string => email.trim().toLowerCase().split('@')[1] ?? '';

/** Words alone, each between spaces: so "cialis" is not found in "specialist". */
const plain = (text: string): string =>
  ` ${text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `;
