import { Injectable } from '@nestjs/common';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { contactFrom } from '@plumgate/core/people';
import { routeLead } from '@plumgate/core/routing';
import { eq, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { factsOf } from '../../records/conditions/facts-of.ts';
import { PersonStore } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { endWaiting } from '../../records/people/waiting.ts';
import { waitingChanged } from '../people/waiting-events.ts';
import { RuleService } from '../routing/rule.service.ts';
import { turnsFor } from '../routing/turns.ts';
import { PlanService } from './plan.service.ts';

/** Somebody who called or came in, as the one who spoke with them types it. */
export interface HandArrival {
  name: string;
  email: string;
  phone: string;
  /** Where they came from: a phone call, the street, somebody who sent them. */
  source: string;
  note: string;
}

/** Takes in leads that no form sent: they go through the rules by their source, and wait for nobody, having been spoken with. */
@Injectable()
export class HandArrivalService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly store: PersonStore,
    private readonly rules: RuleService,
    private readonly plans: PlanService,
    private readonly worker: Worker,
  ) {}

  async add(
    who: CurrentUser,
    clientId: ClientId,
    given: HandArrival,
  ): Promise<{ personId: PersonId; isNew: boolean }> {
    const at = this.clock.now();
    const added = await this.database.transaction(async (tx) => {
      const { client, rules, assignees } = await this.rules.forArrival(tx, clientId, null);
      const { source, note } = given;
      const details = contactFrom(given, client.facts.country);
      const from = { source, firstSource: source };
      const person = await this.store.arrive(tx, client, details, from, at, 0);
      await tx
        .update(people)
        .set({
          lastSource: source,
          touchedAt: sql`coalesce(${people.touchedAt}, ${at.toString()}::timestamptz)`,
        })
        .where(eq(people.id, person.id));
      await endWaiting(tx, client, eq(people.id, person.id), { at, how: 'called' });
      const effects = this.causes.begin();
      effects.note(person, at, { kind: 'came-in', source, note, by: who.name });
      for (const write of this.store.noteAlsoGiven(tx, person, person.also, { ...details, at }))
        effects.add(write);
      const facts = (await factsOf(tx, [person.id], client, at)).get(person.id)!;
      const turns = await turnsFor(tx, clientId, rules, assignees, at);
      const plan = routeLead(rules, { ...facts, isNew: person.isNew }, turns.pick);
      for (const write of turns.writes()) effects.add(write);
      const routed = { client, person, plan, assignees, submission: null, at };
      await this.plans.carryOut(tx, effects, routed);
      await this.plans.startSequences(tx, effects, routed);
      this.plans.tell(effects, {
        ...{ ...routed, key: `came-in:${person.id}:${at.toString()}` },
        because: `came in, from ${source}`,
      });
      effects.raise(waitingChanged, { clientId });
      await effects.write(tx);
      return { personId: person.id, isNew: person.isNew };
    });
    this.worker.wake();
    return added;
  }
}
