import {
  newQuestion,
  shortForm,
  withHiddenValues,
  type ArrivalFacts,
  type HiddenValue,
} from './index.ts';

const facts: ArrivalFacts = {
  query: new URLSearchParams('utm_campaign=spring&utm_campaign=fall'),
  page: { name: 'Spring offer', address: 'spring', language: 'en' },
  visit: { source: 'ads.example', device: 'phone' },
};
const fill = (value: HiddenValue, typed: string, given = facts) => {
  const question = newQuestion('hidden', 'h', { key: 'h', fill: value });
  const form = { ...shortForm('Ask', ['a', 'b', 'c']), questions: [question] };
  return withHiddenValues(form, { h: typed, name: 'Ana' }, given);
};

it.each<[HiddenValue, string]>([
  [{ from: 'words', words: 'Roofs' }, 'Roofs'],
  [{ from: 'address', name: 'utm_campaign' }, 'spring'],
  [{ from: 'address', name: 'gone' }, ''],
  [{ from: 'page', what: 'name' }, 'Spring offer'],
  [{ from: 'page', what: 'language' }, 'en'],
  [{ from: 'visit', what: 'device' }, 'phone'],
])('fills %j with %j, whatever the browser sent', (value, words) =>
  expect(fill(value, 'forged')).toEqual({ h: words, name: 'Ana' }),
);

it('leaves a field of the address as it was filled before, where the address is not known any more', () =>
  expect(
    fill({ from: 'address', name: 'utm_campaign' }, 'spring', { ...facts, query: null }).h,
  ).toBe('spring'));
