import type {
  ClientId,
  FormId,
  Instant,
  PageId,
  RevisionId,
  TestId,
  VariationId,
} from '@plumgate/core/basics';
import type { WatchedShare } from '@plumgate/core/conditions';
import type { Origin } from '@plumgate/core/results';
import type { EventKind } from '../../records/causes/consequences.ts';
import type { VisitEventKind } from '../../records/results/table.ts';

/** A variation of a page that a split test shows. */
export interface SeenVariation {
  testId: TestId;
  variationId: VariationId;
}

/** Something that a visitor did on a page. */
export interface VisitEvent {
  clientId: ClientId;
  pageId: PageId;
  revisionId: RevisionId;
  /** What a split test of the page showed. */
  variation?: SeenVariation | null;
  kind: VisitEventKind;
  target?: string;
  /** Of a video: how much of it was watched by then, in percent; of a page, how much of it was seen. */
  share?: WatchedShare;
  /** How long a page was before them by then. */
  seconds?: number;
  /** How long it took to load, in ms, and how many scripts failed on it. */
  loadMs?: number;
  failed?: number;
  /** The form that was begun. */
  formId?: FormId;
  visitorId: string;
  /** They have been on the client's pages before; left out where nobody knows. */
  returning?: boolean;
  device: 'phone' | 'wide';
  source: string;
  firstSource: string;
  origin: Origin;
  at: Instant;
  /** The client's zone, by which it belongs to a day. */
  zone: string;
}

/** What a page's script tells of something that was done. */
export type ToldFields = 'target' | 'share' | 'seconds' | 'loadMs' | 'failed' | 'formId';

/** Visitors did something on pages; told about once a second, with all that they did. */
export const visited: EventKind<readonly VisitEvent[]> = { name: 'visited' };
