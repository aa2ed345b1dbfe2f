import { Injectable } from '@nestjs/common';
import type {
  ClientId,
  Instant,
  PersonId,
  StageId,
  SubmissionId,
  UserId,
} from '@plumgate/core/basics';
import type { ConsentGiven } from '@plumgate/core/forms';
import {
  differingDetails,
  emailKey,
  matchKeys,
  type AlsoGiven,
  type ContactDetails,
  type FieldValue,
  type FieldValues,
  type Matching,
} from '@plumgate/core/people';
import type { Arrival } from '@plumgate/core/results';
import { and, asc, eq, isNotNull, isNull, or, sql } from 'drizzle-orm';
import type { ClientRow } from '../clients/table.ts';
import { insertMany, isAnyKey, isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { Write } from '../../platform/database/one-trip.ts';
import { fieldHistory } from './fields.table.ts';
import { stages } from './stages.table.ts';
import { alsoGiven, consents, people, personTags } from './table.ts';
import { nobodyWaits, type Wait } from './waiting.ts';

export type PersonRow = typeof people.$inferSelect;

/** Who waits already waits on since then. */
const waitingOn = {
  waitingSince: sql.raw('coalesce(people.waiting_since, excluded.waiting_since)'),
  promisedBy: sql.raw('coalesce(people.promised_by, excluded.promised_by)'),
  warnAt: sql.raw(
    'case when people.waiting_since is null then excluded.warn_at else people.warn_at end',
  ),
};

const nothingElse: AlsoGiven = { name: '', email: '', phone: '' };

/** Writes people, always within the transaction of what happened to them. */
@Injectable()
export class PersonStore {
  constructor(private readonly ids: IdSource) {}

  /** A person of a client; throws `not-found` for another client's, and for one in the bin. */
  async known(db: Queries, clientId: ClientId, id: PersonId): Promise<PersonRow> {
    const [person] = await db
      .select()
      .from(people)
      .where(and(eq(people.id, id), eq(people.clientId, clientId), isNull(people.removedAt)));
    if (!person) throw notFound();
    return person;
  }

  /**
   * Finds the person by what their client knows people by, or makes them: one statement, so that two submissions at once
   * still make one person. What is known of them stays; what was empty is filled, and what differs
   * comes back as `also`, for `noteAlsoGiven`. The client's own fields take the latest answers. Who was merged into another
   * is found there: `as` is that record.
   */
  async arrive(
    tx: Queries,
    { id: clientId, matching }: Pick<ClientRow, 'id' | 'matching'>,
    details: ContactDetails & {
      fields?: FieldValues;
      language?: string;
      zone?: string;
      town?: string;
      /** How they wait from now on; left out, that stays as it was. */
      wait?: Wait;
    },
    { source, firstSource }: Pick<Arrival, 'source' | 'firstSource'>,
    at: Instant,
    submissionsMore: 0 | 1 = 1,
    as?: Pick<PersonRow, 'matchKey'>,
  ): Promise<PersonRow & { isNew: boolean; also: AlsoGiven }> {
    const { wait, ...rest } = details;
    const fresh = {
      id: this.ids.next<PersonId>(),
      clientId,
      ...rest,
      ...wait,
      matchKey: as ? as.matchKey : await this.matchKeyFor(tx, clientId, matching, details),
      stageId: firstStage(clientId),
      stageAt: at,
      source: firstSource,
      lastSource: source,
      submissionCount: submissionsMore,
      addedAt: at,
      lastSeenAt: at,
    };
    const hasNoName = `people.first_name = '' and people.last_name = ''`;
    const hasNoEmail = `people.email = ''`;
    const hasNoPhone = `people.phone = ''`;
    const given = (condition: string, column: string) =>
      sql.raw(`case when ${condition} then excluded.${column} else people.${column} end`);
    const update = {
      firstName: given(hasNoName, 'first_name'),
      lastName: given(hasNoName, 'last_name'),
      email: given(hasNoEmail, 'email'),
      emailKey: given(hasNoEmail, 'email_key'),
      phone: given(hasNoPhone, 'phone'),
      phoneKey: given(hasNoPhone, 'phone_key'),
      // Somebody who agrees to texts agrees for the number they typed: never for another one.
      textConsent: sql.raw(
        `people.text_consent or (excluded.text_consent and (${hasNoPhone} or people.phone_key = excluded.phone_key))`,
      ),
      fields: sql.raw('people.fields || excluded.fields'),
      language: given(`excluded.language <> ''`, 'language'),
      zone: given(`excluded.zone <> ''`, 'zone'),
      town: given(`excluded.town <> ''`, 'town'),
      eraseAt: null,
      ...(wait && (wait.waitingSince ? waitingOn : nobodyWaits)),
      submissionCount: sql.raw('people.submission_count + excluded.submission_count'),
      lastSource: sql.raw(
        'case when excluded.submission_count > 0 then excluded.last_source else people.last_source end',
      ),
      // One that was held back may be let in after a later one.
      lastSeenAt: sql.raw('greatest(people.last_seen_at, excluded.last_seen_at)'),
    };
    const insert = tx.insert(people).values(fresh);
    const [row] = await (
      fresh.matchKey === null
        ? insert
        : insert.onConflictDoUpdate({
            target: [people.clientId, people.matchKey],
            targetWhere: sql`removed_at is null or merged_into is not null`,
            set: update,
            setWhere: isNull(people.mergedInto),
          })
    ).returning();
    if (!row) {
      const into = await this.mergedUnder(tx, clientId, fresh.matchKey!);
      return this.arrive(
        tx,
        { id: clientId, matching },
        details,
        { source, firstSource },
        at,
        submissionsMore,
        into,
      );
    }
    const isNew = row.id === fresh.id;
    return { ...row, isNew, also: isNew ? nothingElse : differingDetails(row, details) };
  }

  /**
   * The key under which somebody is found or made. Where either of two keys is enough, it is that of whoever has one; both
   * are held until the transaction ends, so that nobody else makes a person of them meanwhile.
   */
  private async matchKeyFor(
    tx: Queries,
    clientId: ClientId,
    matching: Matching,
    { emailKey, phoneKey }: ContactDetails,
  ): Promise<string | null> {
    const [first = null, second] = matchKeys(matching, { emailKey, phoneKey });
    if (matching !== 'either' || first === null) return first;
    for (const key of [first, second ?? first].sort())
      await tx.execute(
        sql`select pg_advisory_xact_lock(hashtextextended(${`${clientId} ${key}`}, 0))`,
      );
    const hasEmail = emailKey === null ? sql`false` : eq(people.emailKey, emailKey);
    const hasPhone = phoneKey === null ? sql`false` : eq(people.phoneKey, phoneKey);
    const [known] = await tx
      .select({ matchKey: people.matchKey })
      .from(people)
      .where(
        and(
          eq(people.clientId, clientId),
          or(isNull(people.removedAt), isNotNull(people.mergedInto)),
          isNotNull(people.matchKey),
          or(hasEmail, hasPhone),
        ),
      )
      .orderBy(sql`${hasEmail} desc`, asc(people.addedAt))
      .limit(1);
    return known?.matchKey ?? first;
  }

  /** The record that the one with a key became a part of. */
  private async mergedUnder(tx: Queries, clientId: ClientId, matchKey: string): Promise<PersonRow> {
    const [gone] = await tx
      .select()
      .from(people)
      .where(
        and(
          eq(people.clientId, clientId),
          eq(people.matchKey, matchKey),
          isNotNull(people.mergedInto),
        ),
      );
    const into = await this.mergedInto(tx, gone!);
    if (into.matchKey !== null) return into;
    // Others are known by what it is known by: under a key of its own it is found all the same.
    const own = `i:${into.id}`;
    await tx.update(people).set({ matchKey: own }).where(eq(people.id, into.id));
    return { ...into, matchKey: own };
  }

  /** The record that one became a part of, however often that was merged again. */
  async mergedInto(tx: Queries, person: PersonRow): Promise<PersonRow> {
    let at = person;
    while (at.mergedInto !== null) {
      const [next] = await tx.select().from(people).where(eq(people.id, at.mergedInto));
      at = next!;
    }
    return at;
  }

  /** The write that keeps what was also given of a person, for somebody to take over. */
  noteAlsoGiven(
    tx: Queries,
    person: Pick<PersonRow, 'id' | 'clientId'>,
    also: AlsoGiven,
    { textConsent, phoneKey, at }: { textConsent: boolean; phoneKey: string | null; at: Instant },
  ): Write[] {
    const base = { personId: person.id, clientId: person.clientId, givenAt: at };
    const rows = [
      ...(also.name ? [{ ...base, field: 'name' as const, value: also.name }] : []),
      ...(also.email
        ? [{ ...base, field: 'email' as const, value: also.email, key: emailKey(also.email) }]
        : []),
      ...(also.phone
        ? [
            {
              ...base,
              field: 'phone' as const,
              value: also.phone,
              key: phoneKey,
              textConsent,
            },
          ]
        : []),
    ];
    return rows.length > 0 ? [tx.insert(alsoGiven).values(rows).onConflictDoNothing()] : [];
  }

  /** The write that keeps what the client's own fields of a person were filled with. */
  noteFields(
    tx: Queries,
    person: Pick<PersonRow, 'id' | 'clientId'>,
    filled: Record<string, FieldValue | null>,
    from: { by: string; submission: SubmissionId | null; at: Instant },
  ): Write[] {
    const rows = Object.entries(filled).map(([key, value]) => ({
      personId: person.id,
      clientId: person.clientId,
      ...{ key, value, by: from.by, at: from.at, submissionId: from.submission },
    }));
    return rows.length > 0 ? [tx.insert(fieldHistory).values(rows)] : [];
  }

  /** The write that keeps what a person agreed to by a submission. */
  agreed(
    tx: Queries,
    person: Pick<PersonRow, 'id' | 'clientId'>,
    given: readonly ConsentGiven[],
    by: { submission: SubmissionId; page: string; at: Instant; mustConfirm: boolean },
  ): Write {
    return tx.insert(consents).values(
      given.map(({ purpose, words }) => ({
        personId: person.id,
        clientId: person.clientId,
        purpose,
        words,
        submissionId: by.submission,
        // By an address that somebody else may have typed nobody agrees to emails.
        mustConfirm: by.mustConfirm && purpose === 'emails',
        page: by.page,
        givenAt: by.at,
      })),
    );
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

  /** Tags people; gives those who did not have the tag. */
  async tagMany(
    tx: Queries,
    persons: readonly Pick<PersonRow, 'id' | 'clientId'>[],
    tag: string,
  ): Promise<Set<PersonId>> {
    const rows = persons.map((person) => tagOf(person, tag));
    const { rows: added } = await tx.execute<{ person_id: PersonId }>(
      insertMany(personTags, rows, sql` on conflict do nothing returning person_id`).getSQL(),
    );
    return new Set(added.map((row) => row.person_id));
  }

  /** Of people in the bin, those whose place nobody new has taken: they can be restored. */
  async withFreePlace(tx: Queries, persons: readonly PersonRow[]): Promise<PersonRow[]> {
    const keys = persons.flatMap(({ matchKey }) => matchKey ?? []);
    if (keys.length === 0) return [...persons];
    const rows = await tx
      .select({ id: people.id, matchKey: people.matchKey })
      .from(people)
      .where(
        and(
          eq(people.clientId, persons[0]!.clientId),
          isAnyKey(people.matchKey, keys),
          or(isNull(people.removedAt), isNotNull(people.mergedInto)),
        ),
      );
    const taken = new Set(rows.map(({ matchKey }) => matchKey));
    return persons.filter(({ matchKey }) => !taken.has(matchKey));
  }

  /** Takes a tag away from people; gives those who had it. */
  async untagMany(
    tx: Queries,
    persons: readonly Pick<PersonRow, 'id'>[],
    tag: string,
  ): Promise<Set<PersonId>> {
    const ids = persons.map(({ id }) => id);
    const gone = await tx
      .delete(personTags)
      .where(and(isAnyOf(personTags.personId, ids), eq(personTags.tag, tag)))
      .returning({ id: personTags.personId });
    return new Set(gone.map(({ id }) => id));
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

/** The stage that a client's people begin in. */
const firstStage = (clientId: ClientId) =>
  sql<StageId>`(select ${stages.id} from ${stages} where ${stages.clientId} = ${clientId} order by ${stages.position} limit 1)`;

const tagOf = (person: Pick<PersonRow, 'id' | 'clientId'>, tag: string) => ({
  personId: person.id,
  clientId: person.clientId,
  tag,
});
