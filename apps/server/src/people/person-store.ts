import { Injectable } from '@nestjs/common';
import type { ClientId, Instant, PersonId, UserId } from '@plumgate/core/basics';
import type { PersonSketch } from '@plumgate/core/people';
import { and, eq, sql } from 'drizzle-orm';
import { users } from '../accounts/table.ts';
import type { Queries } from '../platform/database/database.ts';
import { IdSource } from '../platform/id-source.ts';
import { people, personTags } from './table.ts';

export type PersonRow = typeof people.$inferSelect;

/** Writes people, always within the transaction of what happened to them. */
@Injectable()
export class PersonStore {
  constructor(private readonly ids: IdSource) {}

  /**
   * Finds the person by email, or by phone when there is no email, or makes them: one statement, so that two
   * submissions at once still make one person. What was written last wins; an empty answer takes nothing away.
   */
  async arrive(
    tx: Queries,
    clientId: ClientId,
    sketch: PersonSketch,
    source: string,
    at: Instant,
    submissionsMore: 0 | 1 = 1,
  ): Promise<PersonRow & { isNew: boolean }> {
    const fresh = {
      id: this.ids.next<PersonId>(),
      clientId,
      ...sketch,
      source,
      submissionCount: submissionsMore,
      addedAt: at,
      lastSeenAt: at,
    };
    const newest = (column: string) =>
      sql.raw(`coalesce(nullif(excluded.${column}, ''), people.${column})`);
    const update = {
      firstName: newest('first_name'),
      lastName: sql.raw(
        `case when excluded.first_name <> '' then excluded.last_name else people.last_name end`,
      ),
      email: newest('email'),
      phone: newest('phone'),
      phoneKey: sql.raw('coalesce(excluded.phone_key, people.phone_key)'),
      textConsent: sql.raw('people.text_consent or excluded.text_consent'),
      submissionCount: sql.raw('people.submission_count + excluded.submission_count'),
      lastSeenAt: at,
    };
    const insert = tx.insert(people).values(fresh);
    const [row] = await (
      sketch.emailKey !== null
        ? insert.onConflictDoUpdate({ target: [people.clientId, people.emailKey], set: update })
        : sketch.phoneKey !== null
          ? insert.onConflictDoUpdate({
              target: [people.clientId, people.phoneKey],
              targetWhere: sql`email_key is null`,
              set: update,
            })
          : insert
    ).returning();
    return { ...row!, isNew: row!.id === fresh.id };
  }

  /** Tags a person; gives the tags that are new to them. */
  async tag(
    tx: Queries,
    person: Pick<PersonRow, 'id' | 'clientId'>,
    tags: string[],
  ): Promise<string[]> {
    if (tags.length === 0) return [];
    const added = await tx
      .insert(personTags)
      .values(tags.map((tag) => ({ personId: person.id, clientId: person.clientId, tag })))
      .onConflictDoNothing()
      .returning({ tag: personTags.tag });
    return added.map((row) => row.tag);
  }

  /** Takes a tag away; gives whether the person had it. */
  async untag(tx: Queries, person: Pick<PersonRow, 'id'>, tag: string): Promise<boolean> {
    const gone = await tx
      .delete(personTags)
      .where(and(eq(personTags.personId, person.id), eq(personTags.tag, tag)))
      .returning({ tag: personTags.tag });
    return gone.length > 0;
  }

  /** Gives a person to somebody; answers with that one's name. */
  async give(tx: Queries, person: Pick<PersonRow, 'id'>, owner: UserId): Promise<string> {
    const [given] = await tx
      .update(people)
      .set({ ownerId: owner })
      .from(users)
      .where(and(eq(people.id, person.id), eq(users.id, owner)))
      .returning({ name: users.name });
    return given?.name ?? '';
  }
}
