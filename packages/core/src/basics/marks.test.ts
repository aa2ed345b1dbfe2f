import { z } from 'zod';
import { gone, marked, referencesIn, turnMarked, visitMarked } from './index.ts';

const PictureId = marked(z.string(), { reference: 'picture' });
const PageId = marked(z.string(), { reference: 'page' });
const Words = marked(z.string().max(10), { words: (text: string) => text });
const Link = marked(
  z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('page'), page: PageId }),
    z.strictObject({ kind: z.literal('nowhere') }),
  ]),
  { whenGone: { kind: 'nowhere' } },
);
const Poster = z
  .strictObject({
    title: Words,
    picture: z.strictObject({ id: PictureId, width: z.int() }).nullable(),
    gallery: z.array(z.strictObject({ picture: PictureId, alt: z.string() })),
    link: Link,
    byName: z.record(z.string(), PageId),
    lead: z.union([z.literal(''), Words]),
  })
  .refine(() => true);
const poster = {
  title: 'Open day',
  picture: { id: 'p1', width: 9 },
  gallery: [
    { picture: 'p1', alt: 'a' },
    { picture: 'p2', alt: 'b' },
  ],
  link: { kind: 'page' as const, page: 'home' },
  byName: { more: 'about' },
  lead: '',
};

it('finds what a value names, with the way to it', () =>
  expect(referencesIn(Poster, poster)).toEqual([
    { kind: 'picture', id: 'p1', at: 'picture.id' },
    { kind: 'picture', id: 'p1', at: 'gallery.0.picture' },
    { kind: 'picture', id: 'p2', at: 'gallery.1.picture' },
    { kind: 'page', id: 'home', at: 'link.page' },
    { kind: 'page', id: 'about', at: 'byName.more' },
  ]));

it('finds words wherever they are, and not what only has the same shape', () => {
  const words: unknown[] = [];
  visitMarked(Poster, { ...poster, lead: 'Come' }, (mark, value) => {
    if (mark.words) words.push(value);
  });
  expect(words).toEqual(['Open day', 'Come']);
});

const without = (id: string) =>
  turnMarked(Poster, poster, ({ reference }, value) => (reference && value === id ? gone : value));

it.each<[string, string, unknown]>([
  [
    'a picture that may be missing, and an entry of a list',
    'p1',
    { ...poster, picture: null, gallery: [poster.gallery[1]] },
  ],
  ['a link, which then leads nowhere', 'home', { ...poster, link: { kind: 'nowhere' } }],
  ['nothing that it could do without: then all of it', 'about', gone],
  ['nothing that it names', 'other', poster],
])('lets go of %s', (_what, id, left) => expect(without(id)).toEqual(left));

it('leaves a value alone that is not of the schema', () =>
  expect(turnMarked(Poster, { title: 'x', strange: [1] }, (_mark, value) => value)).toEqual({
    title: 'x',
    strange: [1],
  }));

describe('values of a fixed length, and those that may be left out', () => {
  const Shape = z.strictObject({
    box: z.tuple([z.number(), z.number()]),
    pair: z.tuple([PictureId, z.string()]).nullable(),
    behind: z.strictObject({ picture: PictureId }).optional(),
  });
  const shape = { box: [1, 2], pair: ['p1', 'a'], behind: { picture: 'p2' } };
  const without = (id: string) =>
    turnMarked(Shape, shape, (_mark, value) => (value === id ? gone : value));

  it('stay whole where nothing is gone', () => expect(without('p9')).toEqual(shape));
  it('go as a whole where a part of them is', () =>
    expect(without('p1')).toEqual({ ...shape, pair: null }));
  it('are left out where they can be', () => {
    const { behind: _behind, ...rest } = shape;
    expect(without('p2')).toEqual(rest);
  });
});
