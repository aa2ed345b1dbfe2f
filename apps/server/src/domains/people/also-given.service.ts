import { Injectable } from '@nestjs/common';
import type { AlsoGivenView } from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import { emailKey, fullName, matchKeys, phoneKey, splitName } from '@plumgate/core/people';
import { and, asc, eq } from 'drizzle-orm';
import { clients } from '../../records/clients/table.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { reachChanged } from './person-events.ts';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { sqlState, uniqueViolation } from '../../platform/database/sql-state.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { alsoGiven, people } from '../../records/people/table.ts';
import { seenBy } from '../../records/accounts/users-of.ts';

type Row = typeof alsoGiven.$inferSelect;

/** What was given of a known person and differs from what is known: shown in their record, and taken over by somebody who has asked them. */
@Injectable()
export class AlsoGivenService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
  ) {}

  async of(person: PersonId): Promise<AlsoGivenView[]> {
    const rows = await this.database.db
      .select()
      .from(alsoGiven)
      .where(eq(alsoGiven.personId, person))
      .orderBy(asc(alsoGiven.givenAt));
    return rows.map(({ field, value, givenAt }) => ({
      field,
      value,
      givenAt: givenAt.toString(),
    }));
  }

  /** Makes it what is known of the person; what was known until now is kept in its place. */
  async use(who: CurrentUser, id: PersonId, choice: Pick<Row, 'field' | 'value'>): Promise<void> {
    const now = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [found] = await tx
        .select({ person: people, facts: clients.facts, matching: clients.matching })
        .from(people)
        .innerJoin(clients, eq(clients.id, people.clientId))
        .where(and(eq(people.id, id), seenBy(who, people.clientId)))
        .for('update', { of: people });
      const [given] = await tx.delete(alsoGiven).where(chosen(id, choice)).returning();
      if (!found || !given) throw notFound();
      const { person, facts, matching } = found;
      const before = {
        personId: id,
        clientId: person.clientId,
        givenAt: now,
        ...knownAs(person, given),
      };
      if (before.value) await tx.insert(alsoGiven).values(before).onConflictDoNothing();
      const change = changeBy(given, facts.country);
      const [matchKey = null] = matchKeys(matching, { ...person, ...change });
      try {
        await tx
          .update(people)
          .set({ ...change, matchKey })
          .where(eq(people.id, id));
      } catch (error) {
        if (sqlState(error) === uniqueViolation) throw hasAnother(given.field);
        throw error;
      }
      const effects = this.causes.begin();
      effects.note(person, now, { kind: 'also-given-used', ...choice, by: who.name });
      if (given.field !== 'name') effects.raise(reachChanged, { person, at: now });
      await effects.write(tx);
    });
  }

  /** Takes something that was given off the record. */
  async dismiss(
    who: CurrentUser,
    id: PersonId,
    choice: Pick<Row, 'field' | 'value'>,
  ): Promise<void> {
    const gone = await this.database.db
      .delete(alsoGiven)
      .where(and(chosen(id, choice), seenBy(who, alsoGiven.clientId)))
      .returning({ field: alsoGiven.field });
    if (gone.length === 0) throw notFound();
  }
}

const chosen = (person: PersonId, { field, value }: Pick<Row, 'field' | 'value'>) =>
  and(eq(alsoGiven.personId, person), eq(alsoGiven.field, field), eq(alsoGiven.value, value));

const hasAnother = (field: Row['field']): AppProblem =>
  new AppProblem('bad-request', {
    detail: `Another record has this ${field} and is known by it. Merge the two records instead.`,
  });

/** What is known now in the place of what is taken over. */
function knownAs(
  person: PersonRow,
  { field }: Row,
): Pick<Row, 'field' | 'value' | 'key' | 'textConsent'> {
  switch (field) {
    case 'name':
      return { field, value: fullName(person), key: null, textConsent: false };
    case 'email':
      return { field, value: person.email, key: person.emailKey, textConsent: false };
    case 'phone': {
      const { phone: value, phoneKey: key, textConsent } = person;
      return { field, value, key, textConsent };
    }
  }
}

/** An agreement to texts goes with the number it was given for; mail to another address has not been refused. */
function changeBy({ field, value, textConsent }: Row, country: string): Partial<PersonRow> {
  if (field === 'phone') return { phone: value, phoneKey: phoneKey(value, country), textConsent };
  if (field === 'email') return { email: value, emailKey: emailKey(value), mailRefusedAt: null };
  const [firstName, lastName] = splitName(value);
  return { firstName, lastName };
}
