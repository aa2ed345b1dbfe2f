import { wordsInBlock, type Band } from '../page/index.ts';

/** A character of Unicode's private use, which nobody writes: it stands before words while a template is made. */
const mark = '\u{E000}';

/**
 * Words that only show what could stand here. What is true of one business and not of the next is always such: names,
 * prices, reviews, how long something takes, what is included.
 */
export const suggest = (words: string): string => mark + words;

/** Rows of words of which every one is only suggested. */
export const suggestRows = <Row extends readonly string[]>(rows: Row[]): Row[] =>
  rows.map((row) => row.map(suggest) as unknown as Row);

/** The words in a band that are only suggested. */
export const suggestionsIn = (band: Band): string[] => [
  ...new Set(
    band.columns.flatMap(({ blocks }) =>
      blocks
        .flatMap(wordsInBlock)
        .filter((words) => words.includes(mark))
        .map((words) => words.replaceAll(mark, '')),
    ),
  ),
];

/** A part of a template without the marks of what is only suggested. */
export function withoutMarks<Part>(part: Part): Part {
  if (typeof part === 'string') return part.replaceAll(mark, '') as Part;
  if (Array.isArray(part)) return part.map(withoutMarks) as Part;
  if (typeof part !== 'object' || part === null) return part;
  return Object.fromEntries(
    Object.entries(part).map(([name, inner]) => [name, withoutMarks(inner)]),
  ) as Part;
}
