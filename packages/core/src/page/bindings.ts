import {
  gone,
  referencesIn,
  turnMarked,
  type CalendarId,
  type FileId,
  type FormId,
  type LinkedBandId,
  type ListingId,
  type PageId,
  type PictureId,
  type ReferenceKind,
} from '../basics/index.ts';
import { exampleOf } from './example-pictures.ts';
import { blocksIn, partsIn, schemaOf } from './parts.ts';

/** What parts of a page are bound to outside of the page, each id once. */
export interface Bindings {
  forms: FormId[];
  pictures: PictureId[];
  files: FileId[];
  calendars: CalendarId[];
  pages: PageId[];
  linked: LinkedBandId[];
  listings: ListingId[];
}

/** What each thing becomes in another place; null where there is nothing for it there. */
export interface Rebinding {
  form: (id: FormId) => FormId;
  picture: (id: PictureId) => PictureId | null;
  file: (id: FileId) => FileId | null;
  calendar: (id: CalendarId) => CalendarId;
  page: (id: PageId) => PageId | null;
  linkedBand: (id: LinkedBandId) => LinkedBandId | null;
  listing: (id: ListingId) => ListingId | null;
}

/** Leaves everything bound to what it is bound to, but for what is named beside it. */
export const asItIs: Rebinding = {
  form: (id) => id,
  picture: (id) => id,
  file: (id) => id,
  calendar: (id) => id,
  page: (id) => id,
  linkedBand: (id) => id,
  listing: (id) => id,
};

/** Everything that a page, any part of one, a form, or a list of them is bound to. Examples that come with the program bind nothing. */
export function bindingsOf(given: unknown): Bindings {
  const references = partsIn(given).flatMap(({ schema, part }) => referencesIn(schema, part));
  const all = <Id>(kind: ReferenceKind) => [
    ...new Set(references.filter((one) => one.kind === kind).map(({ id }) => id as Id)),
  ];
  return {
    forms: all('form'),
    pictures: all<PictureId>('picture').filter((id) => !exampleOf(id)),
    files: all('file'),
    calendars: all('calendar'),
    pages: all('page'),
    linked: all('linkedBand'),
    listings: all('listing'),
  };
}

/**
 * A page, a part of one, a form, or a list of them with everything bound again. What has no counterpart leaves no hole: a button to
 * a page that is not there goes to the next step, a picture of a gallery falls out, any other picture's place is empty.
 */
export function rebind<Part>(part: Part, to: Rebinding): Part {
  if (Array.isArray(part)) return part.map((one: unknown) => rebind(one, to)) as Part;
  const schema = schemaOf(part);
  if (!schema) return part;
  const counterparts = to as Partial<Record<ReferenceKind, (id: unknown) => unknown>>;
  return turnMarked(schema, part, ({ reference }, value) => {
    if (reference === 'picture' && exampleOf(value as PictureId)) return value;
    const counterpart = reference && counterparts[reference];
    return counterpart ? (counterpart(value) ?? gone) : value;
  }) as Part;
}

/** The forms through which a time is booked, anywhere in a page or its parts. */
export function bookingFormsOf(given: unknown): Set<FormId> {
  return new Set(
    blocksIn(given).flatMap((block) => (block.kind === 'booking' ? [block.formId] : [])),
  );
}
