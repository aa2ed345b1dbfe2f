/** Most texts there are: nothing in them can be unstorable, and NFC leaves them alone. */
const isAscii = /^[\x01-\x7f]*$/;
const unstorable = /\0|\p{Surrogate}/u;

/**
 * Text from outside as every part of the program can take it: well-formed Unicode (half of a surrogate pair becomes
 * U+FFFD), no NUL, composed (NFC, so that equal words are equal), and at most `maxCodePoints` long.
 *
 * `cleanText('Zoe\u0308\0', 10)` gives `'Zoë'`; `cleanText('👍👍', 1)` gives one whole thumb, never half of one.
 */
export function cleanText(text: string, maxCodePoints = Number.POSITIVE_INFINITY): string {
  if (isAscii.test(text)) return text.slice(0, maxCodePoints);
  const wellFormed = unstorable.test(text)
    ? text.replaceAll('\0', '').replace(/\p{Surrogate}/gu, '\uFFFD')
    : text;
  return truncate(wellFormed.normalize('NFC'), maxCodePoints);
}

/** The first `maxCodePoints` code points of a text: a cut through an emoji would leave half a surrogate pair, which no database takes. */
export function truncate(text: string, maxCodePoints: number): string {
  if (text.length <= maxCodePoints) return text;
  let end = 0;
  for (let count = 0; count < maxCodePoints && end < text.length; count++)
    end += text.codePointAt(end)! > 0xffff ? 2 : 1;
  return text.slice(0, end);
}

/** Plain data with every text in it cleaned, the names of properties too. The same object comes back when nothing changed. */
export function cleanData<Data>(data: Data): Data {
  return cleanValue(data) as Data;
}

function cleanValue(value: unknown): unknown {
  if (typeof value === 'string') return cleanText(value);
  if (Array.isArray(value)) {
    const items = value.map(cleanValue);
    return items.some((item, index) => item !== value[index]) ? items : value;
  }
  if (!isPlainObject(value)) return value;
  const entries = Object.entries(value);
  const cleaned = entries.map(([key, inner]) => [cleanText(key), cleanValue(inner)] as const);
  const isSame = cleaned.every(
    ([key, inner], index) => key === entries[index]![0] && inner === entries[index]![1],
  );
  // `fromEntries` defines properties, so that one called `__proto__` stays data.
  return isSame ? value : Object.fromEntries(cleaned);
}

function isPlainObject(value: unknown): value is Record<string, unknown> {
  if (typeof value !== 'object' || value === null) return false;
  const prototype: unknown = Object.getPrototypeOf(value);
  return prototype === Object.prototype || prototype === null;
}
