import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import type { FormId, PageId } from '../basics/index.ts';
import { shortForm } from '../forms/index.ts';
import { emptyPage, newBand, newBlock, newestVersion, type Block } from '../page/index.ts';
import { bundleJsonSchema, readBundle, type Bundle } from './index.ts';

const pageId = '00000000-0000-4000-8000-0000000000a1' as PageId;
const formId = '00000000-0000-4000-8000-0000000000f1' as FormId;
const pictureId = '00000000-0000-4000-8000-0000000000b1';
const picture = newBlock('picture', 'p', {
  picture: { id: pictureId as never, width: 40, height: 30 },
});
const bundle: Bundle = {
  format: 'plumgate',
  version: 1,
  kind: 'funnel',
  name: 'First visit',
  pages: [
    {
      id: pageId,
      name: 'First visit',
      slug: 'first-visit',
      leadsTo: null,
      document: {
        ...emptyPage('First visit'),
        bands: [
          newBand('b', [
            { id: 'c', share: 1, blocks: [newBlock('form', 'f', { formId }), picture] as Block[] },
          ]),
        ],
      },
    },
  ],
  forms: { [formId]: shortForm('First visit', ['q1', 'q2', 'q3']) },
  pictures: [{ id: pictureId, name: 'Crew', file: `pictures/${pictureId}` }],
  files: [],
};
const read = (changes: object = {}, there = () => true) =>
  readBundle(JSON.stringify({ ...bundle, ...changes }), there);
const problemOf = (result: ReturnType<typeof read>) => (result.ok ? null : result.problem);

it('reads what was written', () => expect(read()).toEqual({ ok: true, value: bundle }));

it('reads a page document of an earlier version', () => {
  const {
    language: _l,
    hidden: _h,
    share: _s,
    icon: _i,
    head: _e,
    body: _b,
    ...second
  } = bundle.pages[0]!.document;
  const pages = [{ ...bundle.pages[0], document: { ...second, version: 2 } }];
  expect(read({ pages })).toMatchObject({ ok: true });
});

it.each([
  ['no JSON', '{', 'plumgate.json', 'not readable JSON'],
  ['nothing', 'null', 'plumgate.json', 'no bundle'],
  ['another program’s', '{"format":"x"}', 'plumgate.json', 'not an export of this program'],
  ['a later version', '{"format":"plumgate","version":9}', 'plumgate.json', 'has version 9'],
])('refuses %s', (_what, text, at, message) => {
  expect(problemOf(readBundle(text, () => true))).toEqual([
    { at, message: expect.stringContaining(message) as string },
  ]);
});

it('names every place that can’t be read', () => {
  expect(problemOf(read({}, () => false))).toMatchObject([{ at: 'pictures.0' }]);
  expect(problemOf(read({ forms: {} }))).toMatchObject([{ at: 'pages.0.document' }]);
  expect(problemOf(read({ pictures: [] }))).toMatchObject([{ at: 'pages.0.document' }]);
  expect(
    problemOf(read({ pages: [{ ...bundle.pages[0], document: { version: newestVersion + 1 } }] })),
  ).toEqual([
    {
      at: 'pages.0.document',
      message: expect.stringContaining(`version ${newestVersion + 1}`) as string,
    },
  ]);
  const outside = [{ ...bundle.pictures[0], file: '../secrets' }];
  expect(problemOf(read({ pictures: outside }))).toMatchObject([{ at: 'pictures.0.file' }]);
  expect(problemOf(read({ colour: 'plum', kind: 'book' }))!.length).toBeGreaterThan(1);
});

it('never fails on any text', () => {
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.json(),
        fc.jsonValue().map((value) => JSON.stringify({ ...bundle, pages: value })),
      ),
      (text) => {
        expect(() => readBundle(text, () => true)).not.toThrow();
      },
    ),
  );
});

it('the JSON Schema in docs/format is the one that is read by', () => {
  const kept = readFileSync(
    new URL('../../../../docs/format/bundle.schema.json', `file://${__filename}`),
    'utf8',
  );
  expect(JSON.parse(kept)).toEqual(JSON.parse(JSON.stringify(bundleJsonSchema())));
});
