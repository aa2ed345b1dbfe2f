import type { EditProblem } from '@plumgate/core/page';

const words: Record<EditProblem, string> = {
  'no-such-part': 'That part is no longer on the page.',
  'no-such-place': 'That place on the page no longer exists.',
  'wrong-place': 'That can’t go there.',
  'place-full':
    'There is no more room there: 60 bands, 4 columns in a band, 40 blocks in a column, 30 questions in a form.',
  'last-one-stays': 'The last one has to stay. Remove what holds it instead.',
  'id-taken': 'That part is on the page already.',
  'unknown-form': 'That form is not here.',
  'not-valid':
    'That is not possible here: it may be too long, or not be an address that begins with https://.',
};

/** Why an edit was refused, for the person who tried it. */
export const problemWords = (problem: EditProblem): string => words[problem];
