import { Injectable } from '@nestjs/common';
import type { ClientId, Instant, PersonId, UserId } from '@plumgate/core/basics';
import { differingDetails, type AlsoGiven, type ContactDetails } from '@plumgate/core/people';
import { and, eq, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { Write } from '../../platform/database/one-trip.ts';
import { alsoGiven, people, personTags } from './table.ts';

export type PersonRow = typeof people.$inferSelect;

const nothingElse: AlsoGiven = { name: '', phone: '' };

/** Writes people, always within the transaction of what happened to them. */
@Injectable()
export class PersonStore {
  constructor(private readonly ids: IdSource) {}

  /**
   * Finds the person by email, or by phone when there is no email, or makes them: one statement, so that two
   * submissions at once still make one person. What is known of them stays; what was empty is filled, and what differs
   * comes back as `also`, for `noteAlsoGiven`.
   */
  async arrive(
    tx: Queries,
    clientId: ClientId,
    details: ContactDetails,
    source: string,
    at: Instant,
    submissionsMore: 0 | 1 = 1,
  ): Promise<PersonRow & { isNew: boolean; also: AlsoGiven }> {
    const fresh = {
      id: this.ids.next<PersonId>(),
      clientId,
      ...details,
      source,
      submissionCount: submissionsMore,
      addedAt: at,
      lastSeenAt: at,
    };
    const hasNoName = `people.first_name = '' and people.last_name = ''`;
    const hasNoPhone = `people.phone = ''`;
    const given = (condition: string, column: string) =>
      sql.raw(`case when ${condition} then excluded.${column} else people.${column} end`);
    const update = {
      firstName: given(hasNoName, 'first_name'),
      lastName: given(hasNoName, 'last_name'),
      email: given(`people.email = ''`, 'email'),
      phone: given(hasNoPhone, 'phone'),
      phoneKey: given(hasNoPhone, 'phone_key'),
      // Somebody who agrees to texts agrees for the number they typed: never for another one.
      textConsent: sql.raw(
        `people.text_consent or (excluded.text_consent and (${hasNoPhone} or people.phone_key = excluded.phone_key))`,
      ),
      submissionCount: sql.raw('people.submission_count + excluded.submission_count'),
      lastSeenAt: at,
    };
    const insert = tx.insert(people).values(fresh);
    const [row] = await (
      details.emailKey !== null
        ? insert.onConflictDoUpdate({
            target: [people.clientId, people.emailKey],
            targetWhere: sql`removed_at is null`,
            set: update,
          })
        : details.phoneKey !== null
          ? insert.onConflictDoUpdate({
              target: [people.clientId, people.phoneKey],
              targetWhere: sql`email_key is null and removed_at is null`,
              set: update,
            })
          : insert
    ).returning();
    const isNew = row!.id === fresh.id;
    return { ...row!, isNew, also: isNew ? nothingElse : differingDetails(row!, details) };
  }

  /** The write that keeps what was also given of a person, for somebody to take over. */
  noteAlsoGiven(
    tx: Queries,
    person: Pick<PersonRow, 'id' | 'clientId'>,
    also: AlsoGiven,
    textConsent: boolean,
    at: Instant,
  ): Write[] {
    const base = { personId: person.id, clientId: person.clientId, givenAt: at };
    const rows = [
      ...(also.name ? [{ ...base, field: 'name' as const, value: also.name }] : []),
      ...(also.phone ? [{ ...base, field: 'phone' as const, value: also.phone, textConsent }] : []),
    ];
    return rows.length > 0 ? [tx.insert(alsoGiven).values(rows).onConflictDoNothing()] : [];
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
      .values(tags.map((tag) => tagOf(person, tag)))
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

  /** The write that tags somebody who has no tags yet. */
  tagNew(tx: Queries, person: Pick<PersonRow, 'id' | 'clientId'>, tags: readonly string[]): Write {
    return tx.insert(personTags).values(tags.map((tag) => tagOf(person, tag)));
  }

  /** The write that assigns a person to somebody who may look after them. */
  assign(tx: Queries, person: Pick<PersonRow, 'id'>, assignee: UserId): Write {
    return tx.update(people).set({ assigneeId: assignee }).where(eq(people.id, person.id));
  }
}

const tagOf = (person: Pick<PersonRow, 'id' | 'clientId'>, tag: string) => ({
  personId: person.id,
  clientId: person.clientId,
  tag,
});
