import type { StepFigures } from '@plumgate/contract';
import type { SequenceId } from '@plumgate/core/basics';
import { eq, sql } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { messageOfStepSql } from '../../records/followup/message-of-step.ts';
import { runSteps } from '../../records/followup/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { timeline } from '../../records/people/table.ts';

/** For how many days after a message an answer is counted with it (common practice, no source). */
const countedDays = 14;

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
