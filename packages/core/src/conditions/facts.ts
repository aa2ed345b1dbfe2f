import type {
  CalendarId,
  ConsentPurpose,
  FormId,
  FunnelId,
  Instant,
  Money,
  PageId,
  SequenceId,
  StageId,
  UserId,
} from '../basics/index.ts';
import type { PageBehavior } from './page-behavior.ts';

/** A value of an answer or of a field: several choices as a list, files by their names. */
export type FactValue = string | number | boolean | Money | readonly (string | { name: string })[];

/**
 * What may have become of messages: they went, were opened as far as mail programs tell, had a link followed, were
 * answered.
 */
export const messageTerms = ['got-email', 'got-text', 'opened', 'clicked', 'answered'] as const;
export type MessageTerm = (typeof messageTerms)[number];

/** What conditions may ask about one person. */
export interface Facts {
  /** When it is asked, and in which zone days begin and end. */
  now: Instant;
  zone: string;
  /** The client is open then. */
  isOpen: boolean;
  /** Their name, email address, phone and tags: what the find field looks in. */
  contact: string;
  tags: readonly string[];
  town: string;
  assignee: UserId | null;
  stage: StageId | null;
  /** What they are worth, in whole units of the client's currency. */
  value: number | null;
  firstSource: string;
  lastSource: string;
  addedAt: Instant;
  lastSeenAt: Instant;
  /** Nobody of the business has called or written yet. */
  isWaiting: boolean;
  /** They have sent one form only, or none. */
  isNew: boolean;
  fields: Readonly<Record<string, FactValue>>;
  consents: readonly ConsentPurpose[];
  /** The submissions that are asked about: all of theirs, or of a lead that arrives the one that it arrives with. */
  submissions: readonly {
    form: FormId;
    page: PageId;
    funnel: FunnelId;
    answers: Readonly<Record<string, FactValue>>;
  }[];
  bookings: readonly {
    calendar: CalendarId;
    state: 'booked' | 'came' | 'missed' | 'cancelled';
    startsAt: Instant;
    /** It was given another time. */
    isMoved: boolean;
  }[];
  runs: readonly { sequence: SequenceId; state: 'running' | 'finished' | 'ended' }[];
  /** What went to them and came from them. */
  messages: readonly MessageTerm[];
  /** What they did on the client's pages, with the browsers that they have written from. */
  behavior: readonly PageBehavior[];
}
