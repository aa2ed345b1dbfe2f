import { z } from 'zod';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** Questions that people ask, each opening its answer. */
export const questions = blockKind({
  kind: 'questions',
  label: 'Questions',
  look: ['color'],
  settings: {
    items: z
      .array(z.strictObject({ question: words(200), answer: words(1200) }))
      .min(1)
      .max(20),
  },
  starter: {
    items: [
      { question: 'What does it cost?', answer: 'Say it plainly, or say what it depends on.' },
      { question: 'How soon can you come?', answer: 'Say when, and what to do if it is urgent.' },
    ],
  },
  nameOf: (questions) => `Questions · ${questions.items.length}`,
});
