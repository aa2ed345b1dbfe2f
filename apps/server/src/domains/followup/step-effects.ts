import { Injectable } from '@nestjs/common';
import type { Instant, RunId } from '@plumgate/core/basics';
import type { StepAction } from '@plumgate/core/followup';
import { dueInDays } from '@plumgate/core/people';
import { withoutLinks, type MergeContext } from '@plumgate/core/messages';
import type { Queries } from '../../platform/database/database.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { nameOfWorker } from '../../records/accounts/users-of.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { setTypedFields } from '../../records/people/set-typed-fields.ts';
import { PersonStore } from '../../records/people/person-store.ts';
import { Messenger, nameFor, type ToPerson } from '../messages/messenger.ts';
import { StageService } from '../people/stage.service.ts';
import type { LoadedRun } from './run-loading.ts';
import { messageOfStep } from '../../records/followup/message-of-step.ts';
import { RunService } from './run.service.ts';

/** A step that has fallen due: whose, in which batch, and what its message is about. */
export interface DueStep {
  tx: Queries;
  effects: Consequences;
  now: Instant;
  row: { id: string; planVersion: number };
  loaded: LoadedRun;
  context: MergeContext;
  expiresAt: Instant | null;
  /** Notes runs that end by this: their later steps don't happen. */
  ended: (runs: RunId[]) => void;
}

type Effect<Kind extends StepAction['kind']> = (
  due: DueStep,
  action: Extract<StepAction, { kind: Kind }>,
) => Promise<void> | void;

/** What each kind of step does when it falls due. */
@Injectable()
export class StepEffects {
  constructor(
    private readonly runs: RunService,
    private readonly store: PersonStore,
    private readonly fields: FieldStore,
    private readonly stages: StageService,
    private readonly messenger: Messenger,
  ) {}

  /** One effect for each kind; a kind that core adds is missing here until it has one. */
  private readonly effects: { [Kind in StepAction['kind']]: Effect<Kind> } = {
    email: (due, action) => this.messenger.emailPerson(due.effects, toPerson(due), action),
    text: (due, action) => this.messenger.textPerson(due.effects, toPerson(due), action.body),
    notify: ({ effects, loaded, row, now, context }, action) => {
      const { client, person, content } = loaded;
      const subject = withoutLinks(`${nameFor(person)}: ${content.name}`);
      const body = this.messenger.fill(client, action.body, context);
      const notice = { client, to: action.email, key: messageOfStep(row), at: now, person };
      this.messenger.notify(effects, { ...notice, subject, body });
      effects.note(person, now, { kind: 'notified', to: action.email, subject });
    },
    tag: async ({ tx, effects, loaded, now, ended }, { tag }) => {
      const { person, content } = loaded;
      const tags = await this.store.tag(tx, person, [tag]);
      if (tags.length > 0) effects.note(person, now, { kind: 'tagged', tags, rule: content.name });
      ended(await this.runs.happenedTo(tx, effects, person.id, now, { when: 'tagged', tags }));
    },
    untag: async ({ tx, effects, loaded, now }, { tag }) => {
      const { person, content } = loaded;
      if (await this.store.untag(tx, person, tag))
        effects.note(person, now, { kind: 'untagged', tag, sequence: content.name });
    },
    stage: async ({ tx, effects, loaded, now }, { to }) => {
      const { person, content } = loaded;
      if (person.stageId !== to)
        await this.stages.move(tx, effects, [person], to, { by: content.name, at: now });
    },
    assign: async ({ tx, effects, loaded, now }, { to }) => {
      const { person, client, content } = loaded;
      const name = await nameOfWorker(tx, client.id, to);
      // Who does not work for the client any more gets nobody.
      if (!name || person.assigneeId === to) return;
      effects.add(this.store.assign(tx, person, to));
      effects.note(person, now, { kind: 'assigned', to: name, rule: content.name });
    },
    field: ({ tx, effects, loaded, now }, { field, typed }) => {
      const { person, client, content } = loaded;
      const set = { person, client, typed: { [field]: typed } };
      return setTypedFields(tx, effects, { fields: this.fields, store: this.store }, set, {
        ...{ by: content.name, submission: null, at: now },
      });
    },
    task: ({ effects, loaded, now }, { text }) => {
      const { person, client, content } = loaded;
      effects.task({
        ...{ clientId: client.id, personId: person.id, text, repeats: null },
        ...{ assigneeId: person.assigneeId, madeBy: content.name },
        dueAt: dueInDays(0, now, client.facts.zone),
      });
    },
    start: async ({ tx, effects, loaded, now }, { sequence }) => {
      const { client, person, booking } = loaded;
      await this.runs.join(tx, effects, { client, person, sequence, booking, at: now });
    },
    // The worker sees to it: it is over by what happens, or in vain.
    wait: () => {},
    end: async ({ tx, effects, loaded, now, ended }) => {
      await this.runs.end(tx, effects, [loaded], now, 'its end step');
      ended([loaded.run.id]);
    },
  };

  async carryOut(due: DueStep, action: StepAction): Promise<void> {
    await (this.effects[action.kind] as Effect<StepAction['kind']>)(due, action);
  }
}

const toPerson = ({ loaded, row, now, context, expiresAt }: DueStep): ToPerson => ({
  client: loaded.client,
  person: loaded.person,
  key: messageOfStep(row),
  at: now,
  from: loaded.content.name,
  context,
  runId: loaded.run.id,
  expiresAt,
});
