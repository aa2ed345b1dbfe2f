import type { z } from 'zod';
import { gone, turnMarked, type PictureId, type PictureRef } from '../basics/index.ts';

/** What each picture shows that comes with the program, to show what could stand in a template. */
const scenes = {
  'quiet-room': 'Two armchairs at a window above the harbor',
  'treatment-room': 'A treatment couch, wall bars and exercise balls in morning light',
  'evening-hall': 'Rows of chairs under lamps, ready for an evening talk',
  'loft-living': 'A living room with a brick wall and a wide window at dusk',
  kitchen: 'A kitchen with an island and three lamps over it',
  drive: 'A block-paved driveway that leads to a garage',
  'drive-before': 'The same driveway before: broken concrete with weeds in it',
  loft: 'A brick building by the water with lit windows at dusk',
  cottage: 'A white cottage with a porch and a picket fence',
  'barn-house': 'A red house above a hayfield in late light',
  neighborhood: 'The roofs of a small town by a bay',
  yard: 'A white van in a yard beside pallets of paving blocks',
  brick: 'Clay blocks laid in herringbone',
  gravel: 'Round gravel held by a steel edge',
  slab: 'Large gray slabs with a strip of pebbles',
  guide: 'Two printed booklets on a desk',
  tap: 'A dripping copper pipe with a wrench beside it',
} as const;
/** Portraits of nobody, modeled as in clay. */
const faces = {
  'person-ines': 'A woman with her hair up',
  'person-tom': 'A man with short hair',
  'person-wren': 'A woman with curls',
  'person-maren': 'A woman with a ponytail',
  'person-sol': 'A man with a beard',
  'person-hanneke': 'A woman with gray hair',
  'person-ravi': 'A man with dark hair',
  'person-bram': 'A man with a cap',
  'person-joss': 'A man with red curls',
  'person-ro': 'A woman with long hair',
} as const;
export type ExamplePicture = keyof typeof scenes | keyof typeof faces;

/** What an example shows, in words. */
export const exampleWords: Record<ExamplePicture, string> = { ...scenes, ...faces };
// An example is known by its place in this list: new ones come last.
const names = [...Object.keys(scenes), ...Object.keys(faces)] as ExamplePicture[];
/** Ids that no client's picture can have: those are random. */
const prefix = 'eeeeeeee-0000-4000-8000-';

/** An example in the place of a picture. */
export const examplePicture = (name: ExamplePicture): PictureRef => ({
  id: `${prefix}${String(names.indexOf(name) + 1).padStart(12, '0')}` as PictureId,
  ...(name in faces ? { width: 480, height: 480 } : { width: 1600, height: 1066 }),
});

/** Which example an id stands for; null for a client's picture. */
export const exampleOf = (id: PictureId): ExamplePicture | null =>
  id.startsWith(prefix) ? (names[Number(id.slice(prefix.length)) - 1] ?? null) : null;

/** Homes for sale: a client's photographs of the crew and the work don't take their places. */
const homes: readonly ExamplePicture[] = [
  'loft',
  'loft-living',
  'kitchen',
  'cottage',
  'barn-house',
];

/** Whether an example shows a home for sale. */
export const isOfOneHome = (picture: PictureRef | null): boolean => {
  const name = picture && exampleOf(picture.id);
  return name !== null && homes.includes(name);
};

export const isExample = (picture: PictureRef | null): boolean =>
  picture !== null && exampleOf(picture.id) !== null;

/** Whether an example stands in a band or a block. */
export const hasExample = (part: unknown): boolean => JSON.stringify(part).includes(prefix);

/** A part of a page with its examples taken out: entries of a gallery fall out, other places are empty. */
export const withoutExamples = <Part>(schema: z.ZodType<Part>, part: Part): Part =>
  hasExample(part)
    ? (turnMarked(schema, part, ({ reference }, value) =>
        reference === 'picture' && exampleOf(value as PictureId) ? gone : value,
      ) as Part)
    : part;
