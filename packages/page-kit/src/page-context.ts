import type {
  CalendarId,
  FileId,
  FormId,
  Instant,
  PageId,
  PictureRef,
  RichText,
} from '@plumgate/core/basics';
import type { DayOfTimes, TimeChoice, TimeOptions } from '@plumgate/core/booking';
import type { Brand } from '@plumgate/core/brand';
import type { Facts } from '@plumgate/core/clients';
import type { FieldProblem, FormDefinition, Question } from '@plumgate/core/forms';
import type { ListedHome, LocalMoment, ShownListing } from '@plumgate/core/listings';
import type { Band, BlockKindName, BlockOf } from '@plumgate/core/page';
import { createContext, useContext, type ReactNode } from 'react';

/** What a form shows besides its questions: what was typed, what is wrong with it, or that it arrived. */
export type FormState =
  | { kind: 'fresh'; typed: Record<string, string> }
  | { kind: 'refused'; typed: Record<string, string>; problems: FieldProblem[] }
  | { kind: 'arrived'; message: string };

/** A calendar's free times as a visitor chooses among them. */
export interface FreeTimes extends TimeOptions {
  days: DayOfTimes[];
  /** The free times closest to one that was wished and taken; empty otherwise. */
  nearest: (TimeChoice & { day: string })[];
  /** Whether more than one may book the same time, so that seats are shown. */
  seats: boolean;
  /** Where the next days are shown; null when these are all. */
  later: string | null;
}

/** The visitor's own booking. */
export interface ShownBooking {
  when: string;
  where: string;
  /** Where its calendar file is, and where it can be changed. */
  file: string;
  change: string;
}

/** A picture's size in pixels, and its address in a width and a format. */
export interface ShownPicture {
  width: number;
  height: number;
  src: (width: number, format: PictureFormat) => string;
}
export const pictureFormats = ['avif', 'webp', 'jpeg'] as const;
export type PictureFormat = (typeof pictureFormats)[number];

/** Everything a page's views need to know besides the page itself. */
export interface PageContext {
  clientName: string;
  facts: Facts;
  brand: Brand;
  forms: Record<FormId, FormDefinition>;
  /** Fills merge fields for the reader of the page. */
  merge: (words: string) => string;
  /** Where the next step is; null when the page is the last one. */
  nextStep: string | null;
  /** Where another page of the client is, and where a file is; null for one that is gone or not live. */
  pageHref: (page: PageId) => string | null;
  fileHref: (file: FileId) => string | null;
  /** A picture as it is now: it may have been replaced since it was put on the page. */
  picture: (ref: PictureRef) => ShownPicture;
  /** Where one square of the map is. */
  tileSrc: (zoom: number, x: number, y: number) => string;
  /** Where a code block's frame is served from, on an origin of its own; null in the editor, where scripts do not run. */
  codeFrame: ((block: string) => string) | null;
  /** The hidden fields and the state of the form in a block. */
  formAction: string;
  revision: string;
  /** Where what is written in a chat box goes; null where nobody reads it, as in the editor. */
  chatAction: ((block: string) => string) | null;
  formState: (block: string) => FormState;
  /** Who the visitor said they are on an earlier step; null when they have not. */
  known: { name: string; email: string } | null;
  /** Whoever came by a personal link: their first name, what stands for what is known, and the address that empties it. */
  filled: { name: string; mask: (question: Question) => string; clear: string } | null;
  /** The free times of a calendar; null when the calendar is not there. */
  times: (calendar: CalendarId) => FreeTimes | null;
  booking: ShownBooking | null;
  /** Where the form is that leads to the page, for who opened it without sending that; null for everybody else. */
  formBefore: string | null;
  /** The event of the page: when it begins, and in which zone that is told. */
  event: { start: Instant; zone: string } | null;
  /** The home that the page is about, the client's homes for sale, and what time it is there. */
  listing: ShownListing | null;
  homes: ListedHome[];
  now: LocalMoment;
  /** By how many milliseconds the program's clock is ahead: only a demo's is. */
  clockAhead: number;
  /** The editor's hands on the page; null on a visitor's page, which then carries no trace of the editor. */
  editing: {
    words: (
      part: string,
      setting: string,
      text: string,
      item?: number,
      field?: string,
    ) => ReactNode;
    rich: (part: string, setting: string, text: RichText) => ReactNode;
    /** What a band is drawn by; lies over it and moves nothing. */
    handles: (band: Band) => ReactNode;
    addressOf: (part: string) => { 'data-part': string };
  } | null;
}

const Context = createContext<PageContext | null>(null);
export const PageContextProvider = Context.Provider;

export function usePage(): PageContext {
  const context = useContext(Context);
  if (!context) throw new Error('A block can only be shown within a page.');
  return context;
}

/** How a kind of block looks: its view and the CSS that only pages with such a block carry. */
export interface BlockView<Kind extends BlockKindName> {
  css: string;
  View: (props: { block: BlockOf<Kind> }) => ReactNode;
}
