import type { Comparison } from './comparison.ts';
import { plainNumber } from './plain-number.ts';

/**
 * Whether values are as a comparison asks; of several values one is enough, and without any none is. Capitals and spaces
 * around don't count. This file runs in visitors' browsers too, so it brings nothing large with it.
 */
export function compare(comparison: Comparison, values: readonly string[]): boolean {
  const given = values.map(plain).filter((value) => value !== '');
  switch (comparison.op) {
    case 'is':
      return given.includes(plain(comparison.value));
    case 'is-one-of':
      return comparison.values.some((value) => given.includes(plain(value)));
    case 'contains':
      return given.some((value) => value.includes(plain(comparison.value)));
    case 'is-answered':
      return given.length > 0;
    case 'is-more-than':
      return given.some((value) => numberIn(value) > comparison.value);
    case 'is-less-than':
      return given.some((value) => numberIn(value) < comparison.value);
  }
}

const plain = (value: string): string => value.trim().toLowerCase();

/** A number as people write it; no number, which is neither more nor less than another, where it is none. */
const numberIn = (text: string): number => {
  const number = plainNumber(text);
  return decimalNumber.test(number) ? Number(number) : NaN;
};

/** The numbers that are compared. A database reads the same ones, by the same expression. */
export const decimalNumber = /^[-+]?([0-9]{1,15}([.][0-9]{0,15})?|[.][0-9]{1,15})$/;
