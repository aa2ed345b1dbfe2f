import type { CalendarId, FileId, FormId, FunnelId, Instant, PageId } from '../basics/index.ts';
import type { Brand } from '../brand/index.ts';
import type { Facts } from '../clients/index.ts';
import type { Draft } from '../page/index.ts';
import type { TagPlace } from '../tags/index.ts';

/** All that is known around a page when it is checked. */
export interface LaunchInput {
  draft: Draft;
  client: { name: string; facts: Facts };
  brand: Brand;
  now: Instant;
  /** Where the page leads; null for the last step. `isLast` says whether that is as it should be. */
  next: PageId | null;
  isLast: boolean;
  /** What the client has that a page may be bound to. */
  around: {
    pages: { id: PageId; live: boolean }[];
    /** Whether it has opening hours, and whether anybody is told of a booking in it. */
    calendars: {
      id: CalendarId;
      open: boolean;
      notifies: boolean;
      /** Of an event: the date that pages tell, `2026-11-19T23:30:00Z`. */
      event: { start: string } | null;
    }[];
    files: FileId[];
    /** Its kinds of vouchers, by the names that words have for them. */
    vouchers: { key: string; name: string }[];
    /** Forms that are the client's own; a form on the page that is not among them is somebody else's. */
    forms: FormId[];
    /** The agency's other clients: nothing of theirs belongs on this one's pages. */
    others: OtherClient[];
    /** Calendars and sequences of this client in which another one is named. */
    copied: { client: string; kind: 'calendar' | 'sequence'; name: string }[];
    /** Whether money is spent on ads, and which pages carry a tag that counts visits. */
    ads: boolean;
    tags: TagPlace[];
  };
  /** Where the page is. */
  here: { funnelId: FunnelId; pageId: PageId };
  /** The page that has this address already; null when none has. */
  addressTakenBy: string | null;
  /** What only a laid out page notifies; null where nobody measured. */
  onPhone: OnPhone | null;
}

/** How another client is told: by its name, and by what only it has. */
export interface OtherClient {
  name: string;
  phone: string;
  email: string;
  hosts: string[];
}

/** A page measured as a phone shows it, in CSS pixels. */
export interface OnPhone {
  /** How far down the first thing to press is; null where there is none. */
  firstActionTop: number | null;
  /** The parts with words smaller than `leastWords`. */
  smallWords: string[];
  /** The parts with something to press that is lower or narrower than `leastTarget`. */
  smallTargets: string[];
}
