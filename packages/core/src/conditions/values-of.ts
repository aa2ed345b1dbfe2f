import { minorDigits } from '../basics/index.ts';
import type { FactValue } from './facts.ts';

/** A value as texts that comparisons look at: `yes` or `no`, an amount as `19.95`, one text for each of several choices. */
export function valuesOf(value: FactValue | undefined): string[] {
  if (value === undefined) return [];
  if (typeof value === 'boolean') return [value ? 'yes' : 'no'];
  if (typeof value === 'string') return [value];
  if (typeof value === 'number') return [String(value)];
  if (isList(value)) return value.map((one) => (typeof one === 'string' ? one : one.name));
  const digits = minorDigits(value.currency);
  return [(value.amount / 10 ** digits).toFixed(digits)];
}

const isList = (value: object): value is readonly (string | { name: string })[] =>
  Array.isArray(value);
