import { promisedQuestions } from './promised-questions.ts';

it.each([
  ['Four questions. We call back the same day.', 4],
  ['Just 3 quick questions', 3],
  ['One question', 1],
  ['Answer twelve short questions', 12],
  ['Questions? Call us.', null],
  ['Do you have questions', null],
  ['Fourteen questions', null],
])('“%s” promises %p', (text, expected) => expect(promisedQuestions(text)).toBe(expected));
