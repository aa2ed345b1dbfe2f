import { carriedAnswers, carriedTo } from './carried-answers.ts';
import { newQuestion, shortForm, type FormDefinition } from './form.ts';

const formOf = (...questions: FormDefinition['questions']): FormDefinition => ({
  ...shortForm('Ask', ['a', 'b', 'c']),
  questions,
});
const age = newQuestion('number', 'q1', { key: 'age', label: 'Roof age' });
const worries = newQuestion('choices', 'q2', { key: 'worries', label: 'What worries you?' });
const first = formOf(
  newQuestion('email', 'e', { key: 'email' }),
  age,
  worries,
  newQuestion('address', 'q3', { key: 'home', label: 'Where is it?' }),
  newQuestion('consent', 'q4', { key: 'agree', label: 'I agree' }),
  newQuestion('hidden', 'q5', { key: 'from' }),
  newQuestion('checkbox', 'q6', { key: 'call', label: 'Call me' }),
);
const given = carriedAnswers([], first, {
  email: 'ana@example.com',
  age: 12,
  worries: ['Moss', 'A leak'],
  home: '4 Quay Street',
  agree: true,
  from: 'Direct',
  call: true,
});

it('takes along what may be asked again: not who they are, what they agreed to, or hidden values', () =>
  expect(given.map(({ label, text }) => [label, text]).sort()).toEqual([
    ['call me', 'yes'],
    ['roof age', '12'],
    ['what worries you?', 'Moss\nA leak'],
    ['where is it?', '4 Quay Street'],
  ]));

it.each([
  [
    'the same field',
    newQuestion('short-text', 'x', { key: 'y', field: 'age', label: 'Old?' }),
    '12',
  ],
  ['the same words', newQuestion('number', 'x', { key: 'y', label: 'ROOF AGE' }), '12'],
  ['several values', worries, 'Moss\nA leak'],
  ['an address', newQuestion('address', 'x', { key: 'street', label: 'Street' }), '4 Quay Street'],
  ['nothing of before', newQuestion('number', 'x', { key: 'rooms', label: 'Rooms' }), ''],
  ['a consent', newQuestion('consent', 'x', { key: 'agree', label: 'I agree' }), ''],
  ['an email address', newQuestion('email', 'x', { key: 'email' }), ''],
])('fills a question for %s', (_what, question, text) =>
  expect(carriedTo(question, given)).toBe(text),
);

it('a later answer takes the place of an earlier one, and one that was left empty takes it away', () => {
  const later = carriedAnswers(given, formOf(age, worries), { age: 13 });
  expect(carriedTo(age, later)).toBe('13');
  expect(carriedTo(worries, later)).toBe('');
  expect(later.map(({ text }) => text)).toContain('4 Quay Street');
});

it('leaves the longest behind where there is too much for a cookie', () => {
  const story = newQuestion('long-text', 'q7', { key: 'story', label: 'Tell us' });
  const both = carriedAnswers([], formOf(story, age), { story: 'x'.repeat(4_000), age: 12 });
  expect(both.map(({ text }) => text)).toEqual(['12']);
  const many = Array.from({ length: 30 }, (_, index) =>
    newQuestion('short-text', `m${index}`, { key: `m${index}`, label: `Question ${index}` }),
  );
  const answers = Object.fromEntries(many.map(({ key }) => [key, 'y'.repeat(80)]));
  expect(JSON.stringify(carriedAnswers([], formOf(...many), answers)).length).toBeLessThan(1_300);
});
