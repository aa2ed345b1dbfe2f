import { newQuestion, summaryOf, type CountedAnswer } from './index.ts';

const form = {
  questions: [
    newQuestion('full-name', 'a', { key: 'name' }),
    newQuestion('choices', 'b', { key: 'where', options: ['Roads', 'Trails'] }),
    newQuestion('rating', 'c', { key: 'stars', label: 'How was it?' }),
    newQuestion('number', 'd', { key: 'miles' }),
    newQuestion('consent', 'e', { key: 'letters' }),
    newQuestion('long-text', 'f', { key: 'more' }),
  ],
};
const counted: CountedAnswer[] = [
  { key: 'where', answer: 'Trails', count: 3 },
  { key: 'where', answer: 'Track', count: 1 },
  { key: 'stars', answer: '5', count: 2 },
  { key: 'stars', answer: '2', count: 1 },
  { key: 'miles', answer: '10', count: 1 },
  { key: 'miles', answer: '15.5', count: 3 },
  { key: 'letters', answer: 'true', count: 2 },
];
const answered = new Map([
  ['where', 3],
  ['stars', 3],
  ['more', 1],
]);
const of = (key: string) => summaryOf(form, counted, answered).find((one) => one.key === key)!;

it('has a bar for each answer that is offered, then for what was offered before', () =>
  expect(of('where')).toMatchObject({
    answered: 3,
    bars: [
      { answer: 'Roads', count: 0 },
      { answer: 'Trails', count: 3 },
      { answer: 'Track', count: 1 },
    ],
    average: null,
  }));

it('has the average of ratings and numbers', () => {
  // (5 + 5 + 2) / 3 and (10 + 3 × 15.5) / 4, by hand.
  expect(of('stars').average).toBe(4);
  expect(of('stars').bars!.map(({ count }) => count)).toEqual([0, 1, 0, 0, 2]);
  expect(of('miles')).toMatchObject({ average: 14.13, bars: null });
});

it('counts ticks, says how many wrote something, and leaves out who they are', () => {
  expect(of('letters').bars).toEqual([{ answer: 'yes', count: 2 }]);
  expect(of('more')).toMatchObject({ answered: 1, bars: null, average: null });
  expect(of('name')).toBeUndefined();
});

it('has no average of nothing', () =>
  expect(summaryOf(form, [], new Map()).find(({ key }) => key === 'stars')!.average).toBeNull());
