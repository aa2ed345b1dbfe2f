/**
 * What a form or page is called once it is copied from one funnel into another: the funnel's name in it changes along,
 * so that names go on telling what belongs together; one that does not hold it stays as it is.
 */
export const copiedName = (name: string, from: string, to: string): string =>
  from && name.includes(from) ? name.replaceAll(from, to) : name;

/**
 * A name for a new step, from what it is for, that none of the others has: never a number, so that a list of steps
 * still says what they are. `kinds` are tried in order; when all are taken the last comes back.
 */
export function stepName(taken: readonly string[], kinds: readonly string[]): string {
  const lower = new Set(taken.map((name) => name.toLowerCase()));
  return kinds.find((kind) => !lower.has(kind.toLowerCase())) ?? kinds.at(-1) ?? '';
}

export const stepNames = [
  'Thank you',
  'Choose a time',
  'A few questions',
  'The offer',
  'Next step',
];
