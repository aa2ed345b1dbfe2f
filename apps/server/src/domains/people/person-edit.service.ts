import { Injectable } from '@nestjs/common';
import type { Cents, PersonId } from '@plumgate/core/basics';
import { moneyWords, readMoney } from '@plumgate/core/basics';
import { isEmail } from '@plumgate/core/forms';
import {
  emailKey,
  matchKeys,
  personDetails,
  phoneKey,
  typedValue,
  type PersonDetail,
} from '@plumgate/core/people';
import { and, eq, isNull } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { sqlState, uniqueViolation } from '../../platform/database/sql-state.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { reachChanged } from './person-events.ts';

/** An edit of one detail: what was there as the editor saw it, and what they typed. */
export interface DetailEdit {
  detail: PersonDetail;
  was: string;
  typed: string;
}

/** Edits who somebody is, as they are known: names, how to reach them, where they live, what they are worth. */
@Injectable()
export class PersonEdit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
  ) {}

  /**
   * Sets a detail of a person.
   *
   * @throws AppProblem `changed-elsewhere` where it is not any more what the editor saw; `bad-request` with a sentence where it
   *   does not fit, or where another record is known by it
   */
  async set(who: CurrentUser, id: PersonId, { detail, was, typed }: DetailEdit): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [found] = await tx
        .select({ person: people, facts: clients.facts, matching: clients.matching })
        .from(people)
        .innerJoin(clients, eq(clients.id, people.clientId))
        .where(and(eq(people.id, id), isNull(people.removedAt)))
        .for('update', { of: people });
      if (!found) throw notFound();
      const { person, facts, matching } = found;
      if (typedDetail(person, facts, detail) !== was)
        throw new AppProblem('changed-elsewhere', {
          detail: `Somebody else changed it meanwhile: it is now “${typedDetail(person, facts, detail)}”.`,
        });
      const change = read(detail, typed.trim(), facts);
      const changed = { ...person, ...change };
      const [matchKey = null] = matchKeys(matching, changed);
      const isKnownBy = detail === 'email' || detail === 'phone';
      await tx
        .update(people)
        .set({ ...change, ...(isKnownBy && { matchKey }) })
        .where(eq(people.id, id))
        .catch((error: unknown) => {
          throw sqlState(error) === uniqueViolation ? hasAnother(detail) : error;
        });
      const effects = this.causes.begin();
      const { label } = personDetails[detail];
      const to = detail === 'value' ? valueWords(changed, facts) : typed.trim();
      effects.note(person, at, { kind: 'edited', what: label, to, by: who.name });
      if (isKnownBy) effects.raise(reachChanged, { person: changed, at });
      await effects.write(tx);
    });
  }
}

type ClientFacts = ClientRow['facts'];

/** A detail as it is typed. */
export function typedDetail(
  person: Pick<PersonRow, PersonDetail>,
  { currency }: ClientFacts,
  detail: PersonDetail,
): string {
  if (detail !== 'value') return person[detail];
  if (person.value === null) return '';
  return typedValue({ amount: person.value, currency });
}

const valueWords = ({ value }: Pick<PersonRow, 'value'>, { currency, locale }: ClientFacts) =>
  value === null ? '' : moneyWords({ amount: value, currency }, locale);

function read(detail: PersonDetail, typed: string, facts: ClientFacts): Partial<PersonRow> {
  if (typed.length > personDetails[detail].longest) throw wrong('This is too long.');
  switch (detail) {
    case 'email':
      if (typed && !isEmail(typed)) throw wrong('Give an email address such as name@example.com.');
      return { email: typed, emailKey: typed ? emailKey(typed) : null, mailRefusedAt: null };
    case 'phone': {
      const key = typed ? phoneKey(typed, facts.country) : null;
      if (typed && key === null) throw wrong('This is not a phone number.');
      // Texts were agreed to for the number of before.
      return { phone: typed, phoneKey: key, textConsent: false };
    }
    case 'value': {
      if (!typed) return { value: null };
      const money = readMoney(typed, facts.currency);
      if (!money.ok) throw wrong(money.problem);
      return { value: money.value.amount as Cents };
    }
    default:
      return { [detail]: typed };
  }
}

const wrong = (message: string): AppProblem =>
  new AppProblem('bad-request', {
    detail: message,
    fields: [{ field: 'body.typed', message }],
  });

const hasAnother = (detail: PersonDetail): AppProblem =>
  wrong(`Another record has this ${detail} and is known by it. Merge the two records instead.`);
