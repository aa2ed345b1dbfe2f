import { distance } from 'fastest-levenshtein';

/**
 * Whether two names may be one person's: the same but for accents and capitals, a letter or two mistyped, or first names that
 * begin alike under one last name. A name that is not known is like every other. How many letters may differ is common
 * practice, no source.
 */
export function alikeNames(
  one: { firstName: string; lastName: string },
  other: { firstName: string; lastName: string },
): boolean {
  const [first, last] = [plain(one.firstName), plain(one.lastName)];
  const [otherFirst, otherLast] = [plain(other.firstName), plain(other.lastName)];
  if (!(first + last) || !(otherFirst + otherLast)) return true;
  if (isNear(first + last, otherFirst + otherLast)) return true;
  return isNear(last, otherLast) && mayBeOne(first, otherFirst);
}

/** First names that begin alike, `Marguerite` and `Margaret`; an initial, or none, may stand for any of its letter. */
function mayBeOne(one: string, other: string): boolean {
  const shared = Math.min(one.length, other.length, 3);
  return shared !== 2 && one.slice(0, shared) === other.slice(0, shared);
}

const plain = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^\p{L}]/gu, '')
    .toLowerCase();

/** One letter may differ in short names, two in long ones. */
const isNear = (one: string, other: string): boolean =>
  one !== '' && distance(one, other) <= (Math.min(one.length, other.length) > 7 ? 2 : 1);
