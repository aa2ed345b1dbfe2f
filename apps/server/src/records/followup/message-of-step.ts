import { sql } from 'drizzle-orm';
import { runSteps } from './table.ts';

type StepRow = typeof runSteps.$inferSelect;

/** The key of the message that a step sends; planned again after it was done, the step sends another. */
export const messageOfStep = ({ id, planVersion }: Pick<StepRow, 'id' | 'planVersion'>): string =>
  planVersion === 0 ? `step:${id}` : `step:${id}:${planVersion}`;

/** The same in a query on `runSteps`. */
export const messageOfStepSql = sql<string>`'step:' || ${runSteps.id} || case when ${runSteps.planVersion} = 0 then '' else ':' || ${runSteps.planVersion} end`;

/** The step that sends the message with a key; null for any other message. */
export const stepOfMessage = (key: string): string | null => /^step:([^:]+)/.exec(key)?.[1] ?? null;
