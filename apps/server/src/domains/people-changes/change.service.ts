import { Injectable, type OnModuleInit } from '@nestjs/common';
import type {
  ClientId,
  Instant,
  PersonId,
  RunId,
  SequenceId,
  StageId,
  UserId,
} from '@plumgate/core/basics';
import type { PersonChange } from '@plumgate/core/people';
import { and, eq, isNull } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import { Bin } from '../../records/bin/bin.ts';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import type { ClientRow } from '../../records/clients/table.ts';
import { sequenceRuns, sequences } from '../../records/followup/table.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { waitFrom } from '../../records/people/waiting.ts';
import { waitingChanged } from '../people/waiting-events.ts';
import { people } from '../../records/people/table.ts';
import { bookingChanged, bookingKept, bookingMade } from '../booking/booking-events.ts';
import { loadRuns } from '../followup/run-loading.ts';
import { RunService } from '../followup/run.service.ts';
import { StageService } from '../people/stage.service.ts';
import { workerName } from '../../records/accounts/users-of.ts';

/** Who changes people, and when. */
interface By {
  name: string;
  at: Instant;
}

/** What it takes to undo a change of one person. */
export type Before = Record<string, unknown>;

/** What is done with many: what can be done with one, and deleting them. */
export type BulkChange = PersonChange | { kind: 'remove' };

/** Who was changed. */
export type Changed = Map<PersonId, Before>;

/** Changes people by hand: each kind of change, of one person or of many, and how it is taken back. */
@Injectable()
export class ChangeService implements OnModuleInit {
  constructor(
    private readonly store: PersonStore,
    private readonly runs: RunService,
    private readonly stages: StageService,
    private readonly causes: Causes,
    private readonly bin: Bin,
  ) {}

  onModuleInit(): void {
    this.causes.on(bookingMade, ({ person, at }, tx, effects) =>
      this.stages.moveBy(tx, effects, person, 'booked', { by: 'a booking', at }),
    );
    // Whoever cancels and was never called waits for that again.
    this.causes.on(bookingChanged, async ({ booking, person, client, at }, tx, effects) => {
      if (booking.state !== 'cancelled' || person.touchedAt || person.waitingSince) return;
      await tx.update(people).set(waitFrom(at, client.facts)).where(eq(people.id, person.id));
      effects.raise(waitingChanged, { clientId: client.id });
    });
    this.causes.on(bookingKept, ({ person, at }, tx, effects) =>
      this.stages.moveBy(tx, effects, person, 'came', { by: 'a booking', at }),
    );
  }

  /**
   * Looks whether what a change names is there and may be named, once for everybody it is about.
   *
   * @throws AppProblem `not-found`
   */
  async check(db: Queries, clientId: ClientId, change: PersonChange): Promise<void> {
    if (change.kind === 'assign' && change.to) await workerName(db, clientId, change.to);
    if (change.kind === 'stage') {
      const all = await this.stages.rows(db, clientId);
      if (!all.some(({ id }) => id === change.to)) throw notFound();
    }
    if (change.kind === 'start' || change.kind === 'stop') {
      const [found] = await db
        .select({ id: sequences.id })
        .from(sequences)
        .where(
          and(
            eq(sequences.id, change.sequence),
            eq(sequences.clientId, clientId),
            isNull(sequences.removedAt),
          ),
        );
      if (!found) throw notFound();
    }
  }

  /** Changes people; gives of each who was changed what it takes to undo it. */
  async change(
    tx: Queries,
    effects: Consequences,
    client: ClientRow,
    persons: readonly PersonRow[],
    change: BulkChange,
    by: By,
  ): Promise<Changed> {
    if (persons.length === 0) return new Map();
    switch (change.kind) {
      case 'tag':
        return this.tag(tx, effects, persons, change.tag, by);
      case 'untag':
        return this.untag(tx, effects, persons, change.tag, by);
      case 'assign':
        return this.assign(tx, effects, persons, change.to, by);
      case 'stage':
        return this.stages.move(tx, effects, persons, change.to, {
          ...{ by: by.name, at: by.at, reason: change.reason },
        });
      case 'start':
        return this.start(tx, effects, client, persons, change.sequence, by);
      case 'stop':
        return this.stop(tx, effects, persons, change.sequence, by);
      case 'remove':
        for (const { id } of persons) await this.bin.removeIn(tx, effects, 'person', id, by);
        return asChanged(persons, () => ({}));
    }
  }

  /** Takes a change back of people who were changed, unless something else was done about it since. */
  async undo(
    tx: Queries,
    effects: Consequences,
    changed: readonly { person: PersonRow; before: Before }[],
    change: BulkChange,
    by: By,
  ): Promise<void> {
    const persons = changed.map(({ person }) => person);
    switch (change.kind) {
      case 'tag':
        await this.untag(tx, effects, persons, change.tag, by);
        return;
      case 'untag':
        await this.tag(tx, effects, persons, change.tag, by);
        return;
      case 'assign': {
        const still = changed.filter(({ person }) => person.assigneeId === change.to);
        for (const [to, some] of grouped(still, 'assignee'))
          await this.assign(tx, effects, some, to as UserId | null, by);
        return;
      }
      case 'stage': {
        const still = changed.filter(({ person }) => person.stageId === change.to);
        for (const [to, some] of grouped(still, 'stage'))
          if (to)
            await this.stages.move(tx, effects, some, to as StageId, { by: by.name, at: by.at });
        return;
      }
      case 'start':
        await this.endRuns(
          tx,
          effects,
          changed.map(({ before }) => before.run as RunId),
          by,
          'it was undone',
        );
        return;
      case 'stop':
        return;
      case 'remove': {
        const free = await this.store.withFreePlace(tx, persons);
        for (const { id } of free) await this.bin.restoreSubjectIn(tx, 'person', id);
        return;
      }
    }
  }

  private async tag(
    tx: Queries,
    effects: Consequences,
    persons: readonly PersonRow[],
    tag: string,
    { name, at }: By,
  ): Promise<Changed> {
    const tagged = await this.store.tagMany(tx, persons, tag);
    const changed = persons.filter(({ id }) => tagged.has(id));
    for (const person of changed)
      effects.note(person, at, { kind: 'tagged', tags: [tag], rule: name });
    const running = await loadRuns(
      tx,
      and(isAnyOf(sequenceRuns.personId, idsOf(changed)), eq(sequenceRuns.state, 'running')),
      { lock: true },
    );
    await this.runs.happened(tx, effects, running, at, { when: 'tagged', tags: [tag] });
    return asChanged(changed, () => ({}));
  }

  private async untag(
    tx: Queries,
    effects: Consequences,
    persons: readonly PersonRow[],
    tag: string,
    { name, at }: By,
  ): Promise<Changed> {
    const untagged = await this.store.untagMany(tx, persons, tag);
    const changed = persons.filter(({ id }) => untagged.has(id));
    for (const person of changed)
      effects.note(person, at, { kind: 'untagged', tag, sequence: name });
    return asChanged(changed, () => ({}));
  }

  private async assign(
    tx: Queries,
    effects: Consequences,
    persons: readonly PersonRow[],
    to: UserId | null,
    { name, at }: By,
  ): Promise<Changed> {
    const changed = persons.filter(({ assigneeId }) => assigneeId !== to);
    if (changed.length === 0) return new Map();
    await tx
      .update(people)
      .set({ assigneeId: to })
      .where(isAnyOf(people.id, idsOf(changed)));
    const named = to && (await workerName(tx, changed[0]!.clientId, to));
    for (const person of changed)
      effects.note(person, at, { kind: 'given-to', to: named, by: name });
    return asChanged(changed, ({ assigneeId }) => ({ assignee: assigneeId }));
  }

  private async start(
    tx: Queries,
    effects: Consequences,
    client: ClientRow,
    persons: readonly PersonRow[],
    sequence: SequenceId,
    { at }: By,
  ): Promise<Changed> {
    const begun: PersonRow[] = [];
    for (const person of persons)
      if (await this.runs.join(tx, effects, { client, person, sequence, at })) begun.push(person);
    const runs = await this.running(tx, begun, sequence);
    return new Map(runs.map(({ id, personId }) => [personId, { run: id }]));
  }

  private async stop(
    tx: Queries,
    effects: Consequences,
    persons: readonly PersonRow[],
    sequence: SequenceId,
    by: By,
  ): Promise<Changed> {
    const runs = await this.running(tx, persons, sequence);
    const ids = runs.map(({ id }) => id);
    await this.endRuns(tx, effects, ids, by, `${by.name} stopped it`);
    return new Map(runs.map(({ personId }) => [personId, {}]));
  }

  private running(tx: Queries, persons: readonly PersonRow[], sequence: SequenceId) {
    return tx
      .select({ id: sequenceRuns.id, personId: sequenceRuns.personId })
      .from(sequenceRuns)
      .where(
        and(
          isAnyOf(sequenceRuns.personId, idsOf(persons)),
          eq(sequenceRuns.sequenceId, sequence),
          eq(sequenceRuns.state, 'running'),
        ),
      );
  }

  private async endRuns(
    tx: Queries,
    effects: Consequences,
    runs: RunId[],
    { at }: By,
    because: string,
  ): Promise<void> {
    const which = and(isAnyOf(sequenceRuns.id, runs), eq(sequenceRuns.state, 'running'));
    await this.runs.end(tx, effects, await loadRuns(tx, which, { lock: true }), at, because);
  }
}

const idsOf = (persons: readonly PersonRow[]): PersonId[] => persons.map(({ id }) => id);

const asChanged = (persons: readonly PersonRow[], before: (person: PersonRow) => Before): Changed =>
  new Map(persons.map((person) => [person.id, before(person)]));

/** People by what one thing of theirs was before. */
function grouped(
  changed: readonly { person: PersonRow; before: Before }[],
  what: string,
): Map<unknown, PersonRow[]> {
  const groups = new Map<unknown, PersonRow[]>();
  for (const { person, before } of changed)
    groups.set(before[what], [...(groups.get(before[what]) ?? []), person]);
  return groups;
}
