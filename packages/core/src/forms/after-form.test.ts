import type { PageId } from '../basics/index.ts';
import {
  addressWith,
  afterWith,
  aftersOf,
  mayLeadOn,
  shortForm,
  type AfterForm,
  type ShowIf,
} from './index.ts';

const when = (question: string, test: ShowIf['terms'][number]['test']): ShowIf => ({
  match: 'all',
  terms: [{ question, test }],
});
const callUs: AfterForm = { kind: 'page', page: 'p' as PageId };
const thanks: AfterForm = { kind: 'message', text: 'Thank you.' };
const form = {
  ...shortForm('Ask', ['a', 'b', 'c']),
  afterByAnswer: [
    { when: when('leaks', { op: 'is', value: 'Right now' }), after: callUs },
    { when: when('where', { op: 'is-one-of', values: ['Roof', 'Walls'] }), after: thanks },
  ],
};

it.each([
  [{ leaks: 'Right now', where: ['Roof'] }, callUs, 0],
  [{ leaks: 'Last year', where: ['Gutters', 'Walls'] }, thanks, 1],
  [{ leaks: 'Last year', where: ['Gutters'] }, form.after, null],
  [{}, form.after, null],
])('after %j comes %j by rule %j', (answers, after, rule) =>
  expect(afterWith(form, answers)).toEqual({ after, rule }),
);

it('may lead to the next step by any of its ways', () => {
  expect(aftersOf(form)).toHaveLength(3);
  expect(mayLeadOn(form)).toBe(true);
  expect(mayLeadOn({ ...form, after: thanks })).toBe(false);
  const rule = { when: when('a', { op: 'is-answered' }), after: { kind: 'next-step' as const } };
  expect(mayLeadOn({ after: thanks, afterByAnswer: [rule] })).toBe(true);
});

// Fields as the URL standard writes them (application/x-www-form-urlencoded serializing).
it.each([
  ['https://x.example/a', 'https://x.example/a?name=Zo%C3%AB+%26+Co&where=Roof%2C+Walls'],
  ['https://x.example/a?b=1', 'https://x.example/a?b=1&name=Zo%C3%AB+%26+Co&where=Roof%2C+Walls'],
  ['https://x.example/a#top', 'https://x.example/a?name=Zo%C3%AB+%26+Co&where=Roof%2C+Walls#top'],
])('appends answers to %s', (href, whole) => {
  const answers = { name: 'Zoë & Co', where: ['Roof', 'Walls'], secret: 'not this' };
  const after = { kind: 'address', href, carries: ['name', 'where', 'gone'] } as const;
  expect(addressWith({ ...after, carries: [...after.carries] }, answers)).toBe(whole);
  expect(addressWith({ ...after, carries: [] }, answers)).toBe(href);
});
