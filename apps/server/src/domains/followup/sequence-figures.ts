import type { StepFigures } from '@plumgate/contract';
import type { ClientId, Instant, SequenceId } from '@plumgate/core/basics';
import type { Conditions } from '@plumgate/core/conditions';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { clients } from '../../records/clients/table.ts';
import { conditionsSql } from '../../records/conditions/conditions-sql.ts';
import { openSql } from '../../records/conditions/open-sql.ts';
import { messageOfStepSql } from '../../records/followup/message-of-step.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';
import { countedDays } from '../../records/messages/counted-days.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people, timeline } from '../../records/people/table.ts';

const nothing = (): StepFigures => ({
  ...{ waiting: 0, done: 0, happened: 0, leftOut: [] },
  messages: { kept: 0, opened: 0, clicked: 0, answered: 0 },
});

/** What became of each step of a sequence for all who came into it, by step id. */
export async function stepFigures(
  db: Queries,
  sequence: SequenceId,
): Promise<Record<string, StepFigures>> {
  const states = await db
    .select({
      ...{ step: runSteps.stepId, state: runSteps.state, leftOut: runSteps.leftOut },
      ...{ way: runSteps.way, people: sql<number>`count(*)::int` },
    })
    .from(runSteps)
    .where(eq(runSteps.sequenceId, sequence))
    .groupBy(runSteps.stepId, runSteps.state, runSteps.leftOut, runSteps.way);
  const wasAnswered = sql`exists (select from ${timeline} as t where t.person_id = ${outbox.personId} and t.fact->>'kind' = 'replied' and t.at >= ${outbox.sentAt} and t.at < ${outbox.sentAt} + make_interval(days => ${countedDays}))`;
  const messages = await db
    .select({
      step: runSteps.stepId,
      kept: sql<number>`count(*)::int`,
      opened: sql<number>`count(*) filter (where ${outbox.openedAt} is not null or ${outbox.clickedAt} is not null)::int`,
      clicked: sql<number>`count(*) filter (where ${outbox.clickedAt} is not null)::int`,
      answered: sql<number>`count(*) filter (where ${wasAnswered})::int`,
    })
    .from(runSteps)
    .innerJoin(outbox, eq(outbox.key, messageOfStepSql))
    .where(
      sql`${runSteps.sequenceId} = ${sequence} and ${outbox.sentAt} is not null and ${outbox.personId} is not null`,
    )
    .groupBy(runSteps.stepId);
  const figures: Record<string, StepFigures> = {};
  for (const { step, state, leftOut, way, people } of states) {
    const of = (figures[step] ??= nothing());
    if (state === 'planned' || state === 'waiting' || state === 'queued') of.waiting += people;
    if (state === 'done') of.done += people;
    if (way === 'happened') of.happened += people;
    // What has no event yet, or is paused, waits.
    if (state === 'left-out' && (leftOut === 'no-event' || leftOut === 'paused'))
      of.waiting += people;
    else if (leftOut) of.leftOut.push({ reason: leftOut, people });
  }
  for (const { step, ...counts } of messages) (figures[step] ??= nothing()).messages = counts;
  for (const { leftOut } of Object.values(figures)) leftOut.sort((a, b) => b.people - a.people);
  return figures;
}

/** Everybody who ever came into a sequence, and those of them who meet its goal by now; deleted people count no more. */
export async function goalFigures(
  db: Queries,
  { id, clientId, goal }: { id: SequenceId; clientId: ClientId; goal: Conditions },
  now: Instant,
): Promise<{ people: number; reached: number }> {
  const [client] = await db
    .select({ facts: clients.facts })
    .from(clients)
    .where(eq(clients.id, clientId));
  const { zone, currency } = client!.facts;
  const isOpen = openSql(sql`${now.toString()}::timestamptz`, client!.facts);
  const meets = conditionsSql(goal, { ...{ now, zone, currency, isOpen }, submissions: 'all' });
  const [counted] = await db
    .select({
      people: sql<number>`count(distinct ${people.id})::int`,
      reached: sql<number>`(count(distinct ${people.id}) filter (where ${meets}))::int`,
    })
    .from(sequenceRuns)
    .innerJoin(people, eq(people.id, sequenceRuns.personId))
    .where(and(eq(sequenceRuns.sequenceId, id), isNull(people.removedAt)));
  return counted!;
}
