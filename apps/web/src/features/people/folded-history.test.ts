import type { TimelineEntry } from '@plumgate/contract';
import { foldedHistory } from './folded-history.ts';

const entry = (kind: TimelineEntry['kind']): TimelineEntry => ({
  at: '2026-11-05T16:30:00Z',
  kind,
  text: kind,
  note: '',
  answers: [],
});
const shape = (...kinds: TimelineEntry['kind'][]) =>
  foldedHistory(kinds.map(entry)).map((item) =>
    'folded' in item ? item.folded.length : item.entry.kind,
  );

it.each<[TimelineEntry['kind'][], (string | number)[]]>([
  [[], []],
  [['form'], ['form']],
  [['tag'], ['tag']],
  [
    ['message', 'sequence', 'notice', 'owner', 'tag', 'tag', 'form'],
    ['message', 5, 'form'],
  ],
  [
    ['tag', 'form', 'tag', 'tag'],
    ['tag', 'form', 2],
  ],
])('%j is shown as %j', (kinds, items) => expect(shape(...kinds)).toEqual(items));
