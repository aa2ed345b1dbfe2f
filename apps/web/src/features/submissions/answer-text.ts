import type { AnswerView } from '@plumgate/contract';
import { answerWords } from '@plumgate/core/forms';

/** An answer as a line of words; a ticked box says `yes`. */
export const answerText = ({ value, values }: Pick<AnswerView, 'value' | 'values'>): string =>
  answerWords(values ?? value ?? '');
