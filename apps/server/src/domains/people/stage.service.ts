import { Injectable } from '@nestjs/common';
import type { StageBoard, StageView } from '@plumgate/contract';
import type { ClientId, Instant, PersonId, StageId } from '@plumgate/core/basics';
import { movesOn, StageList, type StageContent, type StageMove } from '@plumgate/core/people';
import { and, asc, desc, eq, isNull, notInArray, sql } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { users } from '../../records/accounts/table.ts';
import { clients } from '../../records/clients/table.ts';
import { summary, wire } from '../../records/people/person-summary.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { stages } from '../../records/people/stages.table.ts';
import { people } from '../../records/people/table.ts';

export type StageRow = typeof stages.$inferSelect;

/** So many people are shown of a stage; all of them are a list away. */
const mostCards = 50;

/** Who moved somebody, when and why. */
interface Move {
  by: string;
  at: Instant;
  reason?: string;
}

/** How far a client's people are: the stages in the client's own words, and who is in which. */
@Injectable()
export class StageService {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
  ) {}

  /** A client's stages in their order, with how many people are in each and what they are worth together. */
  async list(clientId: ClientId): Promise<StageView[]> {
    const { db } = this.database;
    const rows = await this.rows(db, clientId);
    const counted = await db
      .select({
        stage: people.stageId,
        count: sql<number>`count(*)::int`,
        value: sql<number>`coalesce(sum(${people.value}), 0)::float8`,
      })
      .from(people)
      .where(and(eq(people.clientId, clientId), isNull(people.removedAt)))
      .groupBy(people.stageId);
    const byStage = new Map(counted.map(({ stage, ...sums }) => [stage, sums]));
    return rows.map(({ id, name, outcome, movedBy }) => ({
      ...{ id, name, outcome, movedBy, people: 0, value: 0 },
      ...sumsOf(byStage.get(id)),
    }));
  }

  /** The stages with the people who came into each last. */
  async board(clientId: ClientId): Promise<StageBoard> {
    const { db } = this.database;
    const [client] = await db
      .select({ facts: clients.facts })
      .from(clients)
      .where(eq(clients.id, clientId));
    const list = await this.list(clientId);
    const shown: StageBoard['stages'] = [];
    for (const stage of list) {
      const rows = await db
        .select(summary)
        .from(people)
        .leftJoin(users, eq(users.id, people.assigneeId))
        .where(
          and(
            eq(people.clientId, clientId),
            eq(people.stageId, stage.id),
            isNull(people.removedAt),
          ),
        )
        .orderBy(desc(people.stageAt), asc(people.id))
        .limit(mostCards);
      shown.push({ ...stage, cards: rows.map(wire) });
    }
    return { currency: client!.facts.currency, stages: shown };
  }

  rows(db: Queries, clientId: ClientId): Promise<StageRow[]> {
    return db
      .select()
      .from(stages)
      .where(eq(stages.clientId, clientId))
      .orderBy(asc(stages.position));
  }

  /** Saves a client's stages as they are now; people of one that is gone are in the one that was before it. */
  async save(clientId: ClientId, list: readonly StageContent[]): Promise<void> {
    await this.database.transaction(async (tx) => {
      const before = await tx
        .select()
        .from(stages)
        .where(eq(stages.clientId, clientId))
        .orderBy(asc(stages.position))
        .for('update');
      const known = new Set(before.map(({ id }) => id));
      if (list.some(({ id }) => id !== null && !known.has(id)))
        throw new AppProblem('changed-elsewhere');
      const kept: StageId[] = [];
      for (const [position, { id, ...content }] of StageList.parse(list).entries()) {
        const row = { ...content, position };
        if (id) await tx.update(stages).set(row).where(eq(stages.id, id));
        const stage = id ?? this.ids.next<StageId>();
        if (!id) await tx.insert(stages).values({ id: stage, clientId, ...row });
        kept.push(stage);
      }
      await this.moveOut(tx, before, kept);
      await tx
        .delete(stages)
        .where(and(eq(stages.clientId, clientId), notInArray(stages.id, kept)));
    });
  }

  /** Moves the people of stages that are gone into the one before, or the first that is kept. */
  private async moveOut(tx: Queries, before: StageRow[], kept: readonly StageId[]): Promise<void> {
    for (const [index, { id }] of before.entries()) {
      if (kept.includes(id)) continue;
      const earlier = before.slice(0, index).findLast((stage) => kept.includes(stage.id));
      await tx
        .update(people)
        .set({ stageId: earlier?.id ?? kept[0]! })
        .where(eq(people.stageId, id));
    }
  }

  /** Moves people of one client into a stage of it; gives of those who were not in it yet where they were. */
  async move(
    tx: Queries,
    effects: Consequences,
    persons: readonly PersonRow[],
    to: StageId,
    move: Move,
  ): Promise<Map<PersonId, { stage: StageId | null }>> {
    const others = persons.filter(({ stageId }) => stageId !== to);
    const [first] = others;
    if (!first) return new Map();
    const [stage] = await tx
      .select()
      .from(stages)
      .where(and(eq(stages.id, to), eq(stages.clientId, first.clientId)));
    // A stage that is gone, as a rule may still name it, moves nobody.
    if (!stage) return new Map();
    await this.put(tx, effects, others, stage, move);
    return new Map(others.map(({ id, stageId }) => [id, { stage: stageId }]));
  }

  /** Moves somebody on because of what happened, where a stage says so and they are not further already. */
  async moveBy(
    tx: Queries,
    effects: Consequences,
    person: Pick<PersonRow, 'id' | 'clientId'>,
    happened: StageMove,
    move: Move,
  ): Promise<void> {
    const all = await this.rows(tx, person.clientId);
    const [found] = await tx
      .select({ stage: people.stageId })
      .from(people)
      .where(eq(people.id, person.id));
    const from = all.find(({ id }) => id === found?.stage) ?? null;
    const to = all.find(({ movedBy }) => movedBy === happened);
    if (to && movesOn(from, to)) await this.put(tx, effects, [person], to, move);
  }

  private async put(
    tx: Queries,
    effects: Consequences,
    persons: readonly Pick<PersonRow, 'id' | 'clientId'>[],
    { id, name, outcome }: StageRow,
    { by, at, reason = '' }: Move,
  ): Promise<void> {
    const lostReason = outcome === 'lost' ? reason : '';
    const ids = persons.map((person) => person.id);
    await tx
      .update(people)
      .set({ stageId: id, stageAt: at, lostReason })
      .where(isAnyOf(people.id, ids));
    for (const person of persons)
      effects.note(person, at, { kind: 'stage', to: name, reason: lostReason, by });
  }
}

/** The sums of a stage as the wire has them. */
const sumsOf = (sums: { count: number; value: number } | undefined) =>
  sums && { people: sums.count, value: sums.value };
