import type { PictureId, PictureRef } from '../basics/index.ts';
import { emptyFacts } from '../clients/index.ts';
import {
  bindingsOf,
  emptyPage,
  exampleOf,
  examplePicture,
  exampleWords,
  newBand,
  newBlock,
  PageDocument,
  shownPage,
  type Block,
  type ExamplePicture,
} from './index.ts';

const own: PictureRef = {
  id: '00000000-0000-4000-8000-000000000001' as PictureId,
  width: 800,
  height: 600,
};
const example = examplePicture('drive');
const facts = emptyFacts('America/New_York');
const heading = newBlock('heading', 'heading', { text: 'What we do' }) as Block;
const page = (...columns: Block[][]): PageDocument => ({
  ...emptyPage('Drives'),
  bands: [
    newBand(
      'band',
      columns.map((blocks, at) => ({ id: `column-${at}`, share: 1, blocks })),
    ),
  ],
});
const kindsIn = (document: PageDocument) =>
  document.bands.map(({ columns }) => columns.map(({ blocks }) => blocks.map(({ kind }) => kind)));

it.each(Object.keys(exampleWords) as ExamplePicture[])('“%s” is known by its id', (name) => {
  expect(exampleOf(examplePicture(name).id)).toBe(name);
  expect(PageDocument.safeParse({ ...emptyPage('T'), share: examplePicture(name) }).success).toBe(
    true,
  );
});
it('takes no client’s picture for an example', () => expect(exampleOf(own.id)).toBeNull());

const gallery = (...pictures: PictureRef[]) =>
  newBlock('gallery', 'gallery', {
    items: pictures.map((picture) => ({ picture, alt: 'A drive' })),
  }) as Block;
const face = (picture: PictureRef | null) =>
  newBlock('team', 'team', { items: [{ name: 'Joss', role: '', text: '', picture }] }) as Block;
it.each<[string, PageDocument, string[][][]]>([
  [
    'an example beside words',
    page([heading], [newBlock('picture', 'p', { picture: example }) as Block]),
    [[['heading']]],
  ],
  ['a whole band of examples', page([heading, gallery(example)]), []],
  ['a gallery of both', page([heading, gallery(example, own)]), [[['heading', 'gallery']]]],
  ['no places elsewhere', page([newBlock('social', 's') as Block]), []],
  ['no areas yet', page([heading, newBlock('areas', 'a') as Block]), []],
  [
    'no number to call',
    page([heading, newBlock('call-button', 'c') as Block]),
    [[['heading', 'call-button']]],
  ],
  ['no film yet', page([heading, newBlock('video', 'v') as Block]), []],
  ['an example of a face', page([face(example)]), [[['team']]]],
  ['an empty column', page([heading], []), [[['heading'], []]]],
  [
    'a before without an after',
    page([newBlock('before-after', 'b', { before: own }) as Block]),
    [],
  ],
])('of %s visitors see what is real', (_what, document, expected) =>
  expect(kindsIn(shownPage(document, facts))).toEqual(expected),
);

it('leaves the picture behind a band out, and keeps the band', () => {
  const document = page([heading]);
  const band = {
    ...document.bands[0]!,
    picture: { ...example, fade: 60, focus: { x: 50, y: 50 } },
  };
  expect(shownPage({ ...document, bands: [band] }, facts).bands).toEqual([
    { ...band, picture: null },
  ]);
});
it('keeps entries whose face was an example', () =>
  expect(shownPage(page([face(example)]), facts).bands[0]!.columns[0]!.blocks).toEqual([
    face(null),
  ]));
it('gives the same page where everything is real', () => {
  const document = page([heading, gallery(own)]);
  expect(shownPage(document, facts)).toBe(document);
});
it('binds a page to no example', () =>
  expect(bindingsOf(page([gallery(example, own)])).pictures).toEqual([own.id]));

it('shows what the fact sheet has', () => {
  const document = page([heading, newBlock('areas', 'a') as Block]);
  expect(shownPage(document, { ...facts, areas: ['Port Alder'] })).toBe(document);
});
