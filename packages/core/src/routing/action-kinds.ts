import { z } from 'zod';
import { TaskDays } from '../people/index.ts';
import { SequenceId, StageId, Tag, UserId, type RuleId } from '../basics/index.ts';

/** What is to be done with a lead, and by which rules. The services carry it out in the lead's transaction. */
export interface RoutePlan {
  matched: { id: RuleId; name: string }[];
  tags: string[];
  assignee: UserId | null;
  stage: StageId | null;
  tasks: { text: string; inDays: number }[];
  sequences: SequenceId[];
  notify: string[];
}

/** The names of what actions mention. */
export interface ActionNames {
  user: (id: UserId) => string;
  sequence: (id: SequenceId) => string;
  stage: (id: StageId) => string;
}

/** A kind of action: its settings, its words, and what it adds to the plan for a lead. */
function actionKind<Kind extends string, Settings extends z.ZodRawShape>(kind: {
  kind: Kind;
  settings: Settings;
  /** What stands before the value in a sentence: "assign to". */
  label: string;
  words: (action: z.infer<z.ZodObject<Settings>>, names: ActionNames) => string;
  effect: (plan: RoutePlan, action: z.infer<z.ZodObject<Settings>>) => void;
}) {
  const { label, words, effect } = kind;
  const schema = z.strictObject({
    kind: z.literal(kind.kind),
    ...kind.settings,
  }) as unknown as z.ZodObject<{ kind: z.ZodLiteral<Kind> } & Settings>;
  return { label, words, effect, schema };
}

/** Every kind of action, in the order in which they are offered. */
export const actionKinds = {
  tag: actionKind({
    kind: 'tag',
    settings: { tag: Tag },
    label: 'tag',
    words: ({ tag }) => `tag ${tag}`,
    effect: (plan, { tag }) => addOnce(plan.tags, tag),
  }),
  assign: actionKind({
    kind: 'assign',
    settings: { to: UserId },
    label: 'assign to',
    words: ({ to }, names) => `assign to ${names.user(to)}`,
    effect: (plan, { to }) => {
      plan.assignee = to;
    },
  }),
  stage: actionKind({
    kind: 'stage',
    settings: { to: StageId },
    label: 'move to the stage',
    words: ({ to }, names) => `move to the stage ${names.stage(to)}`,
    effect: (plan, { to }) => {
      plan.stage = to;
    },
  }),
  task: actionKind({
    kind: 'task',
    settings: {
      text: z.string().trim().min(1, 'Say what is to be done.').max(300),
      inDays: TaskDays,
    },
    label: 'add a task',
    words: ({ text, inDays }) => `add the task “${text}”${daysAhead(inDays)}`,
    effect: (plan, { text, inDays }) => {
      plan.tasks.push({ text, inDays });
    },
  }),
  start: actionKind({
    kind: 'start',
    settings: { sequence: SequenceId },
    label: 'start',
    words: ({ sequence }, names) => `start ${names.sequence(sequence)}`,
    effect: (plan, { sequence }) => addOnce(plan.sequences, sequence),
  }),
  notify: actionKind({
    kind: 'notify',
    settings: { email: z.email() },
    label: 'notify',
    words: ({ email }) => `notify ${email}`,
    effect: (plan, { email }) => addOnce(plan.notify, email),
  }),
};

const daysAhead = (days: number): string =>
  days === 0 ? '' : ` for ${days === 1 ? 'tomorrow' : `in ${days} days`}`;

function addOnce<Item>(list: Item[], item: Item): void {
  if (!list.includes(item)) list.push(item);
}
