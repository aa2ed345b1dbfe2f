import { newQuestion, questionKinds, readAnswers, sampleAnswers, shortForm } from './index.ts';
import type { QuestionKind } from './index.ts';

it('answers every kind of question so that the form takes it', () => {
  const kinds = Object.keys(questionKinds) as QuestionKind[];
  const form = {
    ...shortForm('All', ['a', 'b', 'c']),
    questions: kinds.map((kind) => newQuestion(kind, `q-${kind}`, { required: true })),
  };
  const typed = sampleAnswers(form, { email: 'walk@example.com', today: '2026-11-05' });
  const read = readAnswers(form, typed);
  // A hidden value is filled as the form arrives.
  expect(read.ok ? Object.keys(read.value) : read.problem).toHaveLength(kinds.length - 1);
});
