const numbers = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
] as const;
const promise = new RegExp(
  `\\b(${numbers.slice(1).join('|')}|\\d{1,2})\\s+(?:\\p{L}+\\s+)?questions?\\b`,
  'iu',
);

/** How many questions a text promises, as "Four short questions" does; null where it says none. English only. */
export function promisedQuestions(text: string): number | null {
  const said = promise.exec(text)?.[1]?.toLowerCase();
  if (said === undefined) return null;
  const word = numbers.indexOf(said as 'one');
  return word >= 0 ? word : Number(said);
}
