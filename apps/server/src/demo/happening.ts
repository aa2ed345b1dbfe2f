import type { Instant } from '@plumgate/core/basics';

/** Something that happens at its own moment while the history is played. */
export interface Happening {
  at: Instant;
  happens: () => Promise<void>;
}
