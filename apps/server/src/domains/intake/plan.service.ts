import { Injectable } from '@nestjs/common';
import type { Instant, SubmissionId, UserId } from '@plumgate/core/basics';
import { minorUnits, moneyWords } from '@plumgate/core/basics';
import { withoutLinks } from '@plumgate/core/messages';
import { dueInDays, phoneKey } from '@plumgate/core/people';
import { routeLead, type RoutePlan, type Rule } from '@plumgate/core/routing';
import { and, eq, inArray } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { sequenceRuns } from '../../records/followup/table.ts';
import { factsOf } from '../../records/conditions/facts-of.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { setTypedFields } from '../../records/people/set-typed-fields.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { loadRuns } from '../followup/run-loading.ts';
import { RunService } from '../followup/run.service.ts';
import { Messenger, nameFor } from '../messages/messenger.ts';
import { StageService } from '../people/stage.service.ts';
import { turnsFor, type Assignee } from '../routing/turns.ts';

/** A person whom rules have planned something for. */
export interface Routed {
  client: ClientRow;
  person: PersonRow & { isNew: boolean };
  plan: RoutePlan;
  /** Who may look after people of the client. */
  assignees: ReadonlyMap<UserId, Assignee>;
  /** The form it came by; null for somebody who called or came in. */
  submission: SubmissionId | null;
  at: Instant;
  /** What somebody did that set the rules off, other than to arrive: "pressed “Call us” on “Open house”". */
  because?: string;
}

/** Somebody who goes through rules and sent no form. */
export interface Followed extends Pick<Routed, 'client' | 'person' | 'assignees' | 'at'> {
  rules: readonly Rule[];
  /** One for each time. */
  key: string;
  /** What they did, after their name in notices to the business; asked for once a rule has matched. */
  because: () => string | Promise<string>;
  /** The record says that it set the rules off. */
  isTrigger: boolean;
}

/** Does what the rules planned for a person, and notes it on their timeline. A form's own sequences and notices are begun as it is taken in. */
@Injectable()
export class PlanService {
  constructor(
    private readonly store: PersonStore,
    private readonly stages: StageService,
    private readonly fields: FieldStore,
    private readonly runs: RunService,
    private readonly messenger: Messenger,
  ) {}

  async carryOut(tx: Queries, effects: Consequences, routed: Routed): Promise<void> {
    const { client, person, plan, at } = routed;
    const rules = plan.matched.map(({ name }) => name);
    const rule = rules.join(', ');
    const { because } = routed;
    if (rule) effects.note(person, at, { kind: 'matched', rules, ...(because && { because }) });
    await this.tag(tx, effects, routed, rule);
    await this.untag(tx, effects, routed, rule);
    await this.setDetails(tx, effects, routed, rule);
    await this.stopSequences(tx, effects, routed, rule);
    const to = plan.assignee && routed.assignees.get(plan.assignee)?.name;
    if (plan.assignee && to && plan.assignee !== person.assigneeId) {
      effects.add(this.store.assign(tx, person, plan.assignee));
      effects.note(person, at, { kind: 'assigned', to, rule });
    }
    if (plan.stage && plan.stage !== person.stageId)
      await this.stages.move(tx, effects, [person], plan.stage, { by: rule, at });
    for (const { text, inDays } of plan.tasks)
      effects.task({
        ...{ clientId: person.clientId, personId: person.id, text, repeats: null },
        ...{ assigneeId: plan.assignee ?? person.assigneeId, madeBy: rule },
        dueAt: dueInDays(inDays, at, client.facts.zone),
      });
  }

  /** Takes somebody who sent no form through rules and does what they plan, sequences and notices too; gives the plan. */
  async follow(tx: Queries, effects: Consequences, followed: Followed): Promise<RoutePlan> {
    const { client, person, rules, assignees, at, isTrigger } = followed;
    const facts = (await factsOf(tx, [person.id], client, at)).get(person.id)!;
    const turns = await turnsFor(tx, client.id, rules, assignees, at);
    const plan = routeLead(rules, { ...facts, isNew: person.isNew }, turns.pick);
    if (plan.matched.length === 0) return plan;
    const because = await followed.because();
    for (const write of turns.writes()) effects.add(write);
    const routed = { client, person, plan, assignees, submission: null, at };
    await this.carryOut(tx, effects, { ...routed, ...(isTrigger && { because }) });
    for (const sequence of plan.sequences)
      await this.runs.join(tx, effects, { client, person, sequence, at });
    this.tell(effects, followed, plan, because);
    return plan;
  }

  /** Tells those of the business that the rules name what somebody did. */
  private tell(
    effects: Consequences,
    { client, person, at, key }: Followed,
    plan: RoutePlan,
    because: string,
  ): void {
    const subject = withoutLinks(`${nameFor(person)} ${because}`);
    const lines = [
      `${subject}.`,
      withoutLinks([person.email, person.phone].filter(Boolean).join('\n')),
      `Rule: ${plan.matched.map(({ name }) => name).join(', ')}`,
    ];
    const base = { client, person, at };
    for (const to of plan.notify)
      this.messenger.notify(effects, {
        ...{ ...base, to, key: `${key}:${to}`, subject },
        body: lines.filter(Boolean).join('\n\n'),
      });
    for (const text of plan.notifyTexts) {
      const to = phoneKey(text, client.facts.country);
      if (to)
        this.messenger.notifyByText(effects, { ...base, to, key: `${key}:${to}`, body: subject });
    }
  }

  private async tag(
    tx: Queries,
    effects: Consequences,
    { person, plan, at }: Routed,
    rule: string,
  ): Promise<void> {
    if (plan.tags.length === 0) return;
    if (person.isNew) {
      effects.add(this.store.tagNew(tx, person, plan.tags));
      effects.note(person, at, { kind: 'tagged', tags: plan.tags, rule });
      return;
    }
    const tags = await this.store.tag(tx, person, plan.tags);
    if (tags.length === 0) return;
    effects.note(person, at, { kind: 'tagged', tags, rule });
    await this.runs.happenedTo(tx, effects, person.id, at, { when: 'tagged', tags });
  }

  private async untag(
    tx: Queries,
    effects: Consequences,
    { person, plan, at }: Routed,
    rule: string,
  ): Promise<void> {
    if (person.isNew) return;
    for (const tag of plan.untags)
      if (await this.store.untag(tx, person, tag))
        effects.note(person, at, { kind: 'untagged', tag, sequence: rule });
  }

  /** Sets the value and the client's own fields; what no longer fits a field that was changed since sets nothing. */
  private async setDetails(
    tx: Queries,
    effects: Consequences,
    { person, plan, client, submission, at }: Routed,
    rule: string,
  ): Promise<void> {
    const { currency, locale } = client.facts;
    if (plan.value !== null) {
      const amount = minorUnits(plan.value, currency);
      await tx.update(people).set({ value: amount }).where(eq(people.id, person.id));
      const to = moneyWords({ amount, currency }, locale);
      effects.note(person, at, { kind: 'edited', what: 'Value', to, by: rule });
    }
    const set = { person, client, typed: plan.fields };
    await setTypedFields(tx, effects, { fields: this.fields, store: this.store }, set, {
      by: rule,
      submission,
      at,
    });
  }

  private async stopSequences(
    tx: Queries,
    effects: Consequences,
    { person, plan, at }: Routed,
    rule: string,
  ): Promise<void> {
    if (plan.stops.length === 0 || person.isNew) return;
    const running = and(
      eq(sequenceRuns.personId, person.id),
      inArray(sequenceRuns.sequenceId, plan.stops),
      eq(sequenceRuns.state, 'running'),
    );
    const runs = await loadRuns(tx, running, { lock: true });
    await this.runs.end(tx, effects, runs, at, `${rule} stopped it`);
  }
}
