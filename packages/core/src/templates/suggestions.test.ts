import { emptyPage, unwrittenIn } from '../page/index.ts';
import { band, block, column } from './make.ts';
import { suggest, suggestRows } from './suggestions.ts';

let next = 0;
const make = { part: () => `n${next++}`, form: () => 'form' as never };
const made = () =>
  band(
    'Team',
    {},
    column(
      1,
      block('heading', { text: 'Who comes' }),
      block('ticks', { items: ['We call first', suggest('Within the hour')] }),
      block('questions', {
        items: suggestRows([['Is there parking?', 'Say where.']]).map(([question, answer]) => ({
          question: question!,
          answer: answer!,
        })),
      }),
    ),
  )(make);

it('tells the suggested words of a band, which read as they are meant to', () => {
  const { suggested, columns } = made();
  expect(suggested).toEqual(['Within the hour', 'Is there parking?', 'Say where.']);
  expect(columns[0]!.blocks[1]).toMatchObject({ items: ['We call first', 'Within the hour'] });
});

it('counts as unwritten until the words are others', () => {
  const page = { ...emptyPage('T'), bands: [made()] };
  const [heading, ticks] = page.bands[0]!.columns[0]!.blocks;
  expect(unwrittenIn(page, heading!)).toEqual([]);
  expect(unwrittenIn(page, ticks!)).toEqual(['Within the hour']);
  expect(unwrittenIn(page, { ...ticks!, items: ['By noon'] } as never)).toEqual([]);
});
