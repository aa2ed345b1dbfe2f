import { chanceIn, type Chance, type Conditions, type Match, type Term } from './index.ts';

const id = <Id>(n: number) => `00000000-0000-4000-8000-00000000000${n}` as Id;
const place = { form: id<never>(1), page: id<never>(2), funnel: id<never>(3) };
const here: Term = { about: 'form', is: id(1) };
const elsewhere: Term = { about: 'page', is: id(9) };
const unknown: Term = { about: 'tag', is: 'roof' };

it.each<[Match, Conditions['terms'], Chance]>([
  ['all', [here], 'always'],
  ['all', [{ ...here, not: true }], 'never'],
  ['all', [here, unknown], 'sometimes'],
  ['all', [elsewhere, unknown], 'never'],
  ['any', [here, unknown], 'always'],
  ['any', [elsewhere, unknown], 'sometimes'],
  ['any', [elsewhere], 'never'],
  ['none', [elsewhere], 'always'],
  ['none', [elsewhere, unknown], 'sometimes'],
  ['none', [here, unknown], 'never'],
  ['all', [{ match: 'any', terms: [here, elsewhere] }], 'always'],
  ['all', [{ match: 'none', terms: [here] }], 'never'],
  ['all', [], 'always'],
])('%s of %j', (match, terms, chance) => expect(chanceIn({ match, terms }, place)).toBe(chance));
