import type {
  CalendarId,
  FileId,
  FormId,
  LinkedBandId,
  PageId,
  PictureId,
} from '../basics/index.ts';

/** What parts of a page are bound to outside of the page, each id once. */
export interface Bindings {
  forms: FormId[];
  pictures: PictureId[];
  files: FileId[];
  calendars: CalendarId[];
  pages: PageId[];
  linked: LinkedBandId[];
}

/** What each thing becomes in another place; null where there is nothing for it there. */
export interface Rebinding {
  form: (id: FormId) => FormId;
  picture: (id: PictureId) => PictureId | null;
  file: (id: FileId) => FileId | null;
  calendar: (id: CalendarId) => CalendarId;
  page: (id: PageId) => PageId | null;
  linked: (id: LinkedBandId) => LinkedBandId | null;
}

type Plain = Record<string, unknown>;

/** The settings under which a picture stands. */
const pictureSettings = new Set(['picture', 'poster', 'logo', 'share', 'icon']);

/** Everything that a page or any part of one is bound to. */
export function bindingsOf(part: unknown): Bindings {
  const found = {
    forms: new Set<FormId>(),
    pictures: new Set<PictureId>(),
    files: new Set<FileId>(),
    calendars: new Set<CalendarId>(),
    pages: new Set<PageId>(),
    linked: new Set<LinkedBandId>(),
  };
  const note =
    <Id>(set: Set<Id>) =>
    (id: Id) => {
      set.add(id);
      return id;
    };
  rebind(part, {
    form: note(found.forms),
    picture: note(found.pictures),
    file: note(found.files),
    calendar: note(found.calendars),
    page: note(found.pages),
    linked: note(found.linked),
  });
  return Object.fromEntries(
    Object.entries(found).map(([name, ids]) => [name, [...ids]]),
  ) as unknown as Bindings;
}

/**
 * A page or a part of one with everything bound anew. What has no counterpart leaves no hole: a button to a page that
 * is not there goes to the next step, a picture of a gallery falls out, any other picture's place is empty.
 */
export function rebind<Part>(part: Part, to: Rebinding): Part {
  return walk(part) as Part;

  function walk(value: unknown): unknown {
    if (Array.isArray(value)) return value.map(walk).filter((one) => one !== gone);
    if (typeof value !== 'object' || value === null) return value;
    return inside(value as Plain);
  }

  function inside(value: Plain): unknown {
    if (value.kind === 'page' || value.kind === 'download' || value.from === 'file') {
      const id =
        value.kind === 'page' ? to.page(value.page as PageId) : to.file(value.file as FileId);
      if (id !== null) return { ...value, [value.kind === 'page' ? 'page' : 'file']: id };
      return value.from === 'file' ? { from: 'nowhere' } : { kind: 'next-step' };
    }
    const copy: Plain = {};
    for (const [name, inner] of Object.entries(value)) {
      if (pictureSettings.has(name) && isPicture(inner)) {
        const id = to.picture(inner.id);
        if (id === null && isGalleryItem(value)) return gone;
        copy[name] = id === null ? null : { ...inner, id };
      } else if (name === 'formId') copy[name] = to.form(inner as FormId);
      else if (name === 'calendarId') copy[name] = to.calendar(inner as CalendarId);
      else if (name === 'linked' && inner !== null) copy[name] = to.linked(inner as LinkedBandId);
      else if (name === 'page' && typeof inner === 'string') {
        const id = to.page(inner as PageId);
        if (id === null) return gone;
        copy[name] = id;
      } else copy[name] = walk(inner);
    }
    return copy;
  }
}

/** The forms through which a time is booked, anywhere in a page or its parts. */
export function bookingFormsOf(part: unknown): Set<FormId> {
  const found = new Set<FormId>();
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    const { kind, formId } = value as { kind?: unknown; formId?: FormId };
    if (kind === 'booking' && formId) found.add(formId);
    Object.values(value).forEach(walk);
  };
  walk(part);
  return found;
}

/** Stands in a list for an entry that has nothing to show any more. */
const gone = Symbol('gone');

const isPicture = (value: unknown): value is { id: PictureId } =>
  typeof value === 'object' && value !== null && 'id' in value && 'width' in value;

/** In a gallery the picture is all that an entry has. */
const isGalleryItem = (value: Plain) => Object.keys(value).sort().join() === 'alt,picture';
