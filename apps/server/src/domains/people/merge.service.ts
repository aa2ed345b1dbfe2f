import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { PersonRecord } from '@plumgate/contract';
import type { Instant, MergeId, PersonId } from '@plumgate/core/basics';
import { merged, type Mergeable, type MergeChoices } from '@plumgate/core/people';
import { and, count, desc, eq, inArray, isNull, lte, sql } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { submissions } from '../../records/intake/table.ts';
import { merges, type Details } from '../../records/people/merges.table.ts';
import { shownName } from '../../records/people/person-summary.ts';
import { PersonStore, type PersonRow } from '../../records/people/person-store.ts';
import { copyBrowsers, removeBrowsers } from '../../records/people/browsers-of-person.ts';
import { moveRows, moveRowsBack } from '../../records/people/rows-of-person.ts';
import { alsoGiven, people, personTags } from '../../records/people/table.ts';
import { mergeUndone, peopleMerged, reachChanged } from './person-events.ts';

const daysToUndo = 30;

type MergeRow = typeof merges.$inferSelect;

/**
 * Makes two records of one person one, and two of one again. The record that goes stays behind as a pointer to the one that
 * stays: whoever writes under what it was known by is found there.
 */
@Injectable()
export class MergeService implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
    private readonly store: PersonStore,
    private readonly housekeeping: Housekeeping,
  ) {}

  onModuleInit(): void {
    this.housekeeping.register('merges', (most) => this.forgetOld(most));
  }

  /** Makes `otherId` a part of `id`; a choice names the record a part is taken from where both know it. */
  async merge(
    who: CurrentUser,
    id: PersonId,
    otherId: PersonId,
    choices: MergeChoices,
  ): Promise<MergeId> {
    if (id === otherId) throw new AppProblem('bad-request', { detail: 'This is one record.' });
    const at = this.clock.now();
    return this.database.transaction(async (tx) => {
      const both = await this.lock(tx, [id, otherId]);
      const [kept, other] = [both.get(id), both.get(otherId)];
      if (!kept || !other || kept.clientId !== other.clientId) throw notFound();
      const { person, also } = merged(kept, other, choices);
      const effects = this.causes.begin();
      const moved = await moveRows(tx, otherId, id);
      const before = await alsoGivenOf(tx, id);
      moved.tags = await this.takeOver(tx, kept, other);
      moved.browsers = await copyBrowsers(tx, otherId, id);
      const notChosen = kept.phone === also.phone ? kept : other;
      for (const write of this.store.noteAlsoGiven(tx, kept, also, { ...notChosen, at }))
        await tx.execute(write.getSQL());
      moved.alsoGiven = newIn(await alsoGivenOf(tx, id), before);
      await tx.update(people).set({ removedAt: at, mergedInto: id }).where(eq(people.id, otherId));
      const [after] = await tx.update(people).set(person).where(eq(people.id, id)).returning();
      effects.raise(peopleMerged, { person: after!, other: otherId, moved, at });
      effects.raise(reachChanged, { person: after!, at });
      effects.note(kept, at, { kind: 'merged', with: shownName(other), by: who.name });
      await effects.write(tx);
      const mergeId = this.ids.next<MergeId>();
      await tx.insert(merges).values({
        id: mergeId,
        clientId: kept.clientId,
        personId: id,
        otherId,
        otherName: shownName(other),
        moved,
        before: detailsOf(kept),
        after: detailsOf(after!),
        mergedAt: at,
        by: who.name,
      });
      return mergeId;
    });
  }

  /**
   * Makes two records of a merged one again: what came with the other goes back to it, what has come since stays where it is.
   *
   * @throws AppProblem `bad-request` where it is too late, or where the record has become a part of another one since
   */
  async undo(who: CurrentUser, mergeId: MergeId): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const [merge] = await tx
        .select()
        .from(merges)
        .where(and(eq(merges.id, mergeId), isNull(merges.undoneAt)))
        .for('update');
      if (!merge) throw notFound();
      if (Temporal.Instant.compare(at, undoUntil(merge)) > 0)
        throw new AppProblem('bad-request', {
          detail: `A merge can be undone for ${daysToUndo} days.`,
        });
      const both = await this.lock(tx, [merge.personId, merge.otherId], true);
      const kept = both.get(merge.personId);
      if (!kept || kept.removedAt)
        throw new AppProblem('bad-request', {
          detail:
            'This record has been deleted, or merged into another one since. Restore it or undo that first.',
        });
      const effects = this.causes.begin();
      await moveRowsBack(tx, merge.moved, kept.id, merge.otherId);
      await this.giveBack(tx, merge);
      const [other] = await tx
        .update(people)
        .set({ removedAt: null, mergedInto: null })
        .where(eq(people.id, merge.otherId))
        .returning();
      await tx
        .update(people)
        .set(restored(kept, merge.before, merge.after))
        .where(eq(people.id, kept.id));
      await this.countAgain(tx, [kept.id, merge.otherId]);
      await tx.update(merges).set({ undoneAt: at }).where(eq(merges.id, mergeId));
      effects.raise(mergeUndone, { person: kept, other: merge.otherId, moved: merge.moved, at });
      for (const person of [kept, other!]) effects.raise(reachChanged, { person, at });
      effects.note(kept, at, { kind: 'parted', from: merge.otherName, by: who.name });
      await effects.write(tx);
    });
  }

  /** The merges of a record that can be undone, the newest first. */
  async ofPerson(id: PersonId): Promise<PersonRecord['merges']> {
    const rows = await this.database.db
      .select()
      .from(merges)
      .where(and(eq(merges.personId, id), isNull(merges.undoneAt)))
      .orderBy(desc(merges.mergedAt));
    const now = this.clock.now();
    return rows
      .filter((merge) => Temporal.Instant.compare(now, undoUntil(merge)) <= 0)
      .map((merge) => ({
        id: merge.id,
        with: merge.otherName,
        by: merge.by,
        at: merge.mergedAt.toString(),
        until: undoUntil(merge).toString(),
      }));
  }

  /** Both records, in the order of their ids: two merges at once wait for each other. */
  private async lock(
    tx: Queries,
    ids: PersonId[],
    andGone = false,
  ): Promise<Map<PersonId, PersonRow>> {
    const rows = await tx
      .select()
      .from(people)
      .where(and(inArray(people.id, ids), andGone ? undefined : isNull(people.removedAt)))
      .orderBy(people.id)
      .for('update');
    return new Map(rows.map((row) => [row.id, row]));
  }

  /**
   * Tags and what was also given are copied: the other keeps its own for the day it is parted again. Gives the tags that
   * are new.
   */
  private async takeOver(tx: Queries, kept: PersonRow, other: PersonRow): Promise<string[]> {
    const given = await tx.select().from(alsoGiven).where(eq(alsoGiven.personId, other.id));
    if (given.length > 0)
      await tx
        .insert(alsoGiven)
        .values(given.map((row) => ({ ...row, personId: kept.id })))
        .onConflictDoNothing();
    const tags = await tx
      .select({ tag: personTags.tag })
      .from(personTags)
      .where(eq(personTags.personId, other.id));
    return this.store.tag(
      tx,
      kept,
      tags.map(({ tag }) => tag),
    );
  }

  private async giveBack(tx: Queries, { personId, moved }: MergeRow): Promise<void> {
    if (moved.tags?.length)
      await tx
        .delete(personTags)
        .where(
          and(eq(personTags.personId, personId), inArray(personTags.tag, moved.tags.map(String))),
        );
    await removeBrowsers(tx, personId, (moved.browsers ?? []).map(String));
    if (moved.alsoGiven?.length)
      await tx
        .delete(alsoGiven)
        .where(
          and(
            eq(alsoGiven.personId, personId),
            inArray(alsoGivenName, moved.alsoGiven.map(String)),
          ),
        );
  }

  private async countAgain(tx: Queries, ids: PersonId[]): Promise<void> {
    for (const id of ids) {
      const [sent] = await tx
        .select({ count: count() })
        .from(submissions)
        .where(eq(submissions.personId, id));
      await tx
        .update(people)
        .set({ submissionCount: sent?.count ?? 0 })
        .where(eq(people.id, id));
    }
  }

  /** What can no longer be undone need not be kept. */
  private async forgetOld(most: number): Promise<number> {
    const { db } = this.database;
    const old = db
      .select({ id: merges.id })
      .from(merges)
      .where(lte(merges.mergedAt, this.clock.now().subtract({ hours: daysToUndo * 24 })))
      .limit(most);
    const gone = await db
      .delete(merges)
      .where(inArray(merges.id, old))
      .returning({ id: merges.id });
    return gone.length;
  }
}

const undoUntil = ({ mergedAt }: MergeRow): Instant => mergedAt.add({ hours: daysToUndo * 24 });

/** A row of what was also given by its field and value, in one word. */
const alsoGivenName = sql<string>`${alsoGiven.field} || ' ' || ${alsoGiven.value}`;

const alsoGivenOf = async (tx: Queries, id: PersonId): Promise<string[]> =>
  (await tx.select({ name: alsoGivenName }).from(alsoGiven).where(eq(alsoGiven.personId, id))).map(
    ({ name }) => name,
  );

const newIn = (now: string[], before: string[]): string[] =>
  now.filter((one) => !before.includes(one));

const moments = [
  ...(['addedAt', 'lastSeenAt', 'unsubscribedAt', 'mailRefusedAt', 'touchedAt'] as const),
  ...(['waitingSince', 'promisedBy'] as const),
];
const plainParts = [
  ...(['firstName', 'lastName', 'email', 'emailKey', 'phone', 'phoneKey'] as const),
  ...(['textConsent', 'assigneeId', 'source', 'lastSource'] as const),
];

/** What a merge may change of a record. */
const detailsOf = (person: Mergeable): Details =>
  JSON.parse(
    JSON.stringify(
      Object.fromEntries(
        [...plainParts, ...moments, 'fields' as const].map((part) => [part, person[part] ?? null]),
      ),
    ),
  ) as Details;

/** What a record is without a merge: of its parts those that are as the merge left them are as before it. */
function restored(now: PersonRow, before: Details, after: Details): Partial<PersonRow> {
  const current = detailsOf(now);
  const isUntouched = (part: keyof Details) =>
    JSON.stringify(current[part]) === JSON.stringify(after[part]);
  const parts: Record<string, unknown> = {};
  for (const part of plainParts) if (isUntouched(part)) parts[part] = before[part];
  for (const part of moments) {
    const moment = before[part] as string | null;
    if (isUntouched(part)) parts[part] = moment === null ? null : Temporal.Instant.from(moment);
  }
  const fields = { ...now.fields };
  const [was, became] = [before.fields, after.fields] as Record<string, unknown>[];
  for (const key of Object.keys(became!)) {
    if (JSON.stringify(fields[key]) !== JSON.stringify(became![key])) continue;
    if (key in was!) fields[key] = was![key] as never;
    else delete fields[key];
  }
  return { ...(parts as Partial<PersonRow>), fields };
}
