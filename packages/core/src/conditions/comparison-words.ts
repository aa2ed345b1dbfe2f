import type { Comparison } from './comparison.ts';

/** A comparison in words, as it is and turned round: `is “Leak”`, `is not “Leak”`. */
export function comparisonWords(test: Comparison): [is: string, isNot: string] {
  switch (test.op) {
    case 'is':
      return [`is “${test.value}”`, `is not “${test.value}”`];
    case 'is-one-of': {
      const list = test.values.map((value) => `“${value}”`).join(' or ');
      return [`is ${list || 'one of nothing'}`, `is not ${list || 'one of nothing'}`];
    }
    case 'contains':
      return [`contains “${test.value}”`, `does not contain “${test.value}”`];
    case 'is-answered':
      return ['is filled in', 'is not filled in'];
    case 'is-more-than':
      return [`is more than ${test.value}`, `is not more than ${test.value}`];
    case 'is-less-than':
      return [`is less than ${test.value}`, `is not less than ${test.value}`];
  }
}
