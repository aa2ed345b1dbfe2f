import type { PersonId } from '@plumgate/core/basics';
import { eq, or, sql, type SQL } from 'drizzle-orm';
import { partsOf } from '../people/parts-of.ts';
import { outbox } from './outbox.table.ts';

/** Messages to a person, and those to the business about them or about a record that became a part of theirs. */
export const messagesAbout = (id: PersonId): SQL | undefined =>
  or(eq(outbox.personId, id), eq(outbox.aboutId, id), sql`${outbox.aboutId} in (${partsOf(id)})`);
