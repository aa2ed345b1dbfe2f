import { Injectable, type OnModuleInit } from '@nestjs/common';
import { termNames } from '@plumgate/contract';
import type { Instant } from '@plumgate/core/basics';
import { happeningWords } from '@plumgate/core/routing';
import { and, eq, isNotNull, lte, min } from 'drizzle-orm';
import { Database, type Queries } from '../../platform/database/database.ts';
import { PinoLogger } from '../../platform/logging.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { PersonStore } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { ruleStarts } from '../../records/routing/starts.table.ts';
import { PlanService } from '../intake/plan.service.ts';
import { ConditionChoicesService } from '../people/condition-choices.service.ts';
import { RuleService } from '../routing/rule.service.ts';

/** Minutes until the next try of what failed, by how often it has. */
const backOff = [1, 10, 60];

type Start = typeof ruleStarts.$inferSelect;

/** Carries out the rules that people set off, where their conditions name them then. */
@Injectable()
export class StartWorker implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly rules: RuleService,
    private readonly plans: PlanService,
    private readonly store: PersonStore,
    private readonly choices: ConditionChoicesService,
    private readonly log: PinoLogger,
  ) {}

  onModuleInit(): void {
    this.worker.register({
      name: 'rules set off',
      firstDue: () =>
        this.database.db
          .select({ at: min(ruleStarts.dueAt) })
          .from(ruleStarts)
          .where(isNotNull(ruleStarts.dueAt)),
      doDue: (now) => this.startNext(now),
    });
  }

  /** One that can't be carried out is tried again later, and keeps no other from it. */
  private async startNext(now: Instant): Promise<number> {
    let start: Start | undefined;
    try {
      await this.database.transaction(async (tx) => {
        [start] = await tx
          .select()
          .from(ruleStarts)
          .where(lte(ruleStarts.dueAt, now))
          .orderBy(ruleStarts.dueAt)
          .limit(1)
          .for('update', { skipLocked: true });
        if (start) await this.start(tx, start, now);
      });
    } catch (error) {
      if (!start) throw error;
      const wait = backOff[start.failures];
      this.log.error({ err: error, ...keyOf(start) }, 'rule not carried out');
      await this.database.db
        .update(ruleStarts)
        .set({
          failures: start.failures + 1,
          dueAt: wait === undefined ? null : now.add({ minutes: wait }),
        })
        .where(isOne(start));
    }
    return start ? 1 : 0;
  }

  private async start(tx: Queries, start: Start, now: Instant): Promise<void> {
    const { clientId, ruleId, happening } = start;
    const [found] = await tx.select().from(people).where(eq(people.id, start.personId));
    const person = found && (await this.store.mergedInto(tx, found));
    const rule = await this.rules.waiting(tx, ruleId);
    if (!person || person.removedAt || !rule) return this.forget(tx, start);
    const { client, assignees } = await this.rules.forArrival(tx, clientId, null);
    if (client.archivedAt) return this.forget(tx, start);
    const effects = this.causes.begin();
    const plan = await this.plans.follow(tx, effects, {
      ...{ client, person: { ...person, isNew: false }, rules: [rule], assignees, at: now },
      key: `rule:${ruleId}:${person.id}:${start.time}`,
      because: async () =>
        happeningWords(happening, termNames(await this.choices.of(clientId, tx))),
      isTrigger: true,
    });
    // Their conditions may name them another time.
    if (plan.matched.length === 0) return this.forget(tx, start);
    await effects.write(tx);
    await tx.update(ruleStarts).set({ dueAt: null }).where(isOne(start));
  }

  private async forget(tx: Queries, start: Start): Promise<void> {
    await tx.delete(ruleStarts).where(isOne(start));
  }
}

const keyOf = ({ ruleId, personId, time }: Start) => ({ ruleId, personId, time });

const isOne = ({ ruleId, personId, time }: Start) =>
  and(eq(ruleStarts.ruleId, ruleId), eq(ruleStarts.personId, personId), eq(ruleStarts.time, time));
