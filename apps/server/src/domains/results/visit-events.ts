import type { EventKind } from '../../records/causes/consequences.ts';
import type { VisitEvent } from './event-log.ts';

/** Visitors did something on pages; told about once a second, with all that they did. */
export const visited: EventKind<readonly VisitEvent[]> = { name: 'visited' };
