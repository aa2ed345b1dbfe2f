import type { ClientId, Reference, ReferenceKind } from '@plumgate/core/basics';
import { and, eq, isNull, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import { users } from '../accounts/table.ts';
import { calendars } from '../booking/table.ts';
import { staff } from '../clients/record-tables.ts';
import { sequences } from '../followup/table.ts';
import { forms } from '../forms/table.ts';
import { funnels } from '../funnels/table.ts';
import { linkedBands, pages } from '../pages/table.ts';
import { listings } from '../listings/table.ts';
import { stages } from '../people/stages.table.ts';
import { files, pictures } from '../pictures/table.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { worksFor } from '../accounts/users-of.ts';

/** Where each kind of thing is, and which of them a client may name. */
const kinds: Record<
  ReferenceKind,
  {
    table: PgTable & { id: AnyPgColumn };
    mine: (clientId: ClientId) => SQL | undefined;
    word: string;
  }
> = {
  form: {
    table: forms,
    mine: (id) => and(eq(forms.clientId, id), isNull(forms.removedAt)),
    word: 'form',
  },
  page: {
    table: pages,
    mine: (id) => and(eq(pages.clientId, id), isNull(pages.removedAt)),
    word: 'page',
  },
  funnel: {
    table: funnels,
    mine: (id) => and(eq(funnels.clientId, id), isNull(funnels.removedAt)),
    word: 'funnel',
  },
  sequence: {
    table: sequences,
    mine: (id) => and(eq(sequences.clientId, id), isNull(sequences.removedAt)),
    word: 'sequence',
  },
  calendar: {
    table: calendars,
    mine: (id) => and(eq(calendars.clientId, id), isNull(calendars.removedAt)),
    word: 'calendar',
  },
  picture: {
    table: pictures,
    mine: (id) => and(eq(pictures.clientId, id), isNull(pictures.removedAt)),
    word: 'picture',
  },
  file: { table: files, mine: (id) => eq(files.clientId, id), word: 'file' },
  linkedBand: {
    table: linkedBands,
    mine: (id) => eq(linkedBands.clientId, id),
    word: 'linked band',
  },
  listing: {
    table: listings,
    mine: (id) => and(eq(listings.clientId, id), isNull(listings.removedAt)),
    word: 'listing',
  },
  stage: { table: stages, mine: (id) => eq(stages.clientId, id), word: 'stage' },
  staff: { table: staff, mine: (id) => eq(staff.clientId, id), word: 'member of the staff' },
  user: {
    table: users,
    mine: worksFor,
    word: 'person',
  },
};

/**
 * Refuses to save what names something that is not there or is another client's, with the place of each. What was named
 * before already (`stored`) may stay while it is being changed: a rule whose page was deleted can still be switched off.
 *
 * @param under the part of the request's body in which the references lie, such as `body.content`
 */
export async function checkReferences(
  db: Queries,
  clientId: ClientId,
  references: readonly Reference[],
  under: string,
  stored: readonly Reference[] = [],
): Promise<void> {
  const known = new Set(stored.map(keyOf));
  const asked = references.filter((reference) => !known.has(keyOf(reference)));
  const missing: Reference[] = [];
  for (const kind of new Set(asked.map((reference) => reference.kind))) {
    const { table, mine } = kinds[kind];
    const these = asked.filter((reference) => reference.kind === kind);
    const found = await db
      .select({ id: table.id })
      .from(table as PgTable)
      .where(
        and(
          isAnyOf(
            table.id,
            these.map(({ id }) => id),
          ),
          mine(clientId),
        ),
      );
    const there = new Set(found.map(({ id }) => id as string));
    missing.push(...these.filter(({ id }) => !there.has(id)));
  }
  if (missing.length === 0) return;
  const fields = missing.map(({ kind, at }) => ({
    field: `${under}.${at}`,
    message: `This ${kinds[kind].word} no longer exists. Choose another.`,
  }));
  throw new AppProblem('bad-request', { detail: fields[0]!.message, fields });
}

const keyOf = ({ kind, id }: Reference) => `${kind} ${id}`;
