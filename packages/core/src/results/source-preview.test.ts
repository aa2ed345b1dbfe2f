import { originWords, previewSources, type SourceRule } from './index.ts';

const harborNews: SourceRule = { where: 'referrer', contains: 'harbor-news', name: 'Harbor News' };
const seen = [
  { origin: { referrer: 'www.harbor-news.test/november' }, visits: 30 },
  { origin: { referrer: 'harbor-news.test' }, visits: 4 },
  { origin: { referrer: 'www.harbor-news.test/today' }, visits: 12 },
  { origin: { source: 'google', medium: 'cpc' }, visits: 100 },
  { origin: {}, visits: 7 },
];

it('says which past visits other rules would have named, and how', () => {
  expect(previewSources(seen, [], [harborNews])).toEqual([
    {
      from: 'www.harbor-news.test',
      to: 'Harbor News',
      visits: 42,
      example: 'www.harbor-news.test/november',
    },
    { from: 'harbor-news.test', to: 'Harbor News', visits: 4, example: 'harbor-news.test' },
  ]);
});

it('says what is lost when a name is removed, and nothing where nothing changes', () => {
  expect(previewSources(seen, [harborNews], []).map(({ from, to }) => `${from} → ${to}`)).toEqual([
    'Harbor News → www.harbor-news.test',
    'Harbor News → harbor-news.test',
  ]);
  expect(previewSources(seen, [harborNews], [harborNews])).toEqual([]);
});

it.each([
  [{}, 'No referring page, no tags'],
  [{ source: 'print', medium: 'qr' }, 'utm_source=print utm_medium=qr'],
  [{ click: 'gclid', clickId: 'x1', referrer: 'www.google.com' }, 'gclid www.google.com'],
  [{ named: 'Search ads' }, 'Search ads'],
])('%j is %j in a line', (origin, words) => expect(originWords(origin)).toBe(words));
