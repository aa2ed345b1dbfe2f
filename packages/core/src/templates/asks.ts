import { ownValue } from '../basics/index.ts';

/** What only the person who takes a template can say: asked before it is taken, and put wherever `[[key]]` stands. */
export interface Ask {
  key: string;
  label: string;
  kind: 'text' | 'moment';
  example: string;
}

/** Puts the answers into every text of a template's parts. A moment is wall time, `2026-11-19T18:30`. */
export function answered<Parts>(parts: Parts, answers: Record<string, string>): Parts {
  const walk = (value: unknown): unknown => {
    if (typeof value === 'string')
      return value.replace(
        /\[\[([a-z_]+)\]\]/g,
        (whole, key: string) => ownValue(answers, key) ?? whole,
      );
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([name, inner]) => [name, walk(inner)]));
  };
  return walk(parts) as Parts;
}

/** What is still to be said before a template can be taken. */
export const unanswered = (asks: readonly Ask[], answers: Record<string, string>): Ask[] =>
  asks.filter(({ key }) => !answers[key]?.trim());

/** The examples, for showing a template before anything is asked. */
export const exampleAnswers = (asks: readonly Ask[]): Record<string, string> =>
  Object.fromEntries(asks.map(({ key, example }) => [key, example]));
