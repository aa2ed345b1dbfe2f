import { z } from 'zod';
import { TaskDays } from '../people/index.ts';
import { SequenceId, StageId, Tag, UserId, type RuleId } from '../basics/index.ts';
import type { InTurn } from './take-turns.ts';

/** What is to be done with a lead, and by which rules. The services carry it out in the lead's transaction. */
export interface RoutePlan {
  matched: { id: RuleId; name: string }[];
  tags: string[];
  untags: string[];
  assignee: UserId | null;
  stage: StageId | null;
  /** In units of the client's currency. */
  value: number | null;
  /** The client's own fields by their keys, each as somebody would type it. */
  fields: Record<string, string>;
  tasks: { text: string; inDays: number }[];
  sequences: SequenceId[];
  /** Sequences that stop for them. */
  stops: SequenceId[];
  /** Addresses and numbers of the business that are told. */
  notify: string[];
  notifyTexts: string[];
}

/** The names of what actions mention. */
export interface ActionNames {
  user: (id: UserId) => string;
  sequence: (id: SequenceId) => string;
  stage: (id: StageId) => string;
  /** One of the client's own fields, by its key. */
  field: (key: string) => string;
}

/** What an action may ask as it is planned. */
export interface RoutedSoFar {
  /** Who looks after the lead by now; null for nobody. */
  assignee: UserId | null;
  /** Whose turn it is; null where nobody of them is there. */
  pick: (among: readonly InTurn<UserId>[]) => UserId | null;
}

/** True where it is so, and left out where not. */
const Yes = z.literal(true).optional();

/** A kind of action: its settings, its words, and what it adds to the plan for a lead. */
function actionKind<Kind extends string, Settings extends z.ZodRawShape>(kind: {
  kind: Kind;
  settings: Settings;
  /** What stands before the value in a sentence: "assign to". */
  label: string;
  words: (action: z.infer<z.ZodObject<Settings>>, names: ActionNames) => string;
  effect: (plan: RoutePlan, action: z.infer<z.ZodObject<Settings>>, soFar: RoutedSoFar) => void;
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
    effect: (plan, { tag }) => {
      addOnce(plan.tags, tag);
      plan.untags = plan.untags.filter((one) => one !== tag);
    },
  }),
  untag: actionKind({
    kind: 'untag',
    settings: { tag: Tag },
    label: 'remove the tag',
    words: ({ tag }) => `remove the tag ${tag}`,
    effect: (plan, { tag }) => {
      addOnce(plan.untags, tag);
      plan.tags = plan.tags.filter((one) => one !== tag);
    },
  }),
  assign: actionKind({
    kind: 'assign',
    settings: {
      to: UserId,
      /** An assignee they have already stays theirs. */
      keeps: Yes,
    },
    label: 'assign to',
    words: ({ to, keeps }, names) => `assign to ${names.user(to)}${keeps ? unlessKnown : ''}`,
    effect: (plan, { to, keeps }, { assignee }) => {
      if (!keeps || assignee === null) plan.assignee = to;
    },
  }),
  turns: actionKind({
    kind: 'turns',
    settings: {
      among: z
        .array(z.strictObject({ to: UserId, weight: z.int().min(1).max(10) }))
        .min(1, 'Choose who takes turns.')
        .max(20)
        .refine((among) => new Set(among.map(({ to }) => to)).size === among.length, {
          error: 'Name everybody once.',
        }),
      keeps: Yes,
    },
    label: 'assign in turn to',
    words: ({ among, keeps }, names) => {
      const each = among.map(({ to, weight }) =>
        weight === 1 ? names.user(to) : `${names.user(to)} (${weight} turns)`,
      );
      return `assign in turn to ${listWords(each)}${keeps ? unlessKnown : ''}`;
    },
    effect: (plan, { among, keeps }, { assignee, pick }) => {
      if (keeps && assignee !== null) return;
      plan.assignee = pick(among) ?? plan.assignee;
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
  value: actionKind({
    kind: 'value',
    settings: { units: z.number().min(0).max(1_000_000_000) },
    label: 'set the value to',
    words: ({ units }) => `set the value to ${units.toLocaleString('en-US')}`,
    effect: (plan, { units }) => {
      plan.value = units;
    },
  }),
  field: actionKind({
    kind: 'field',
    settings: {
      field: z.string().min(1, 'Choose a field.').max(40),
      typed: z.string().trim().min(1, 'Say what the field is to be.').max(1000),
    },
    label: 'set the field',
    words: ({ field, typed }, names) => `set ${names.field(field)} to ${typed}`,
    effect: (plan, { field, typed }) => {
      plan.fields[field] = typed;
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
    effect: (plan, { sequence }) => {
      addOnce(plan.sequences, sequence);
      plan.stops = plan.stops.filter((one) => one !== sequence);
    },
  }),
  stop: actionKind({
    kind: 'stop',
    settings: { sequence: SequenceId },
    label: 'stop',
    words: ({ sequence }, names) => `stop ${names.sequence(sequence)}`,
    effect: (plan, { sequence }) => {
      addOnce(plan.stops, sequence);
      plan.sequences = plan.sequences.filter((one) => one !== sequence);
    },
  }),
  notify: actionKind({
    kind: 'notify',
    settings: { email: z.email() },
    label: 'notify',
    words: ({ email }) => `notify ${email}`,
    effect: (plan, { email }) => addOnce(plan.notify, email),
  }),
  text: actionKind({
    kind: 'text',
    settings: { phone: z.string().trim().min(5, 'Give a phone number.').max(40) },
    label: 'text',
    words: ({ phone }) => `text ${phone}`,
    effect: (plan, { phone }) => addOnce(plan.notifyTexts, phone),
  }),
};

const unlessKnown = ', unless somebody looks after them already';

const listWords = (parts: readonly string[]): string =>
  parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)!}`;

const daysAhead = (days: number): string =>
  days === 0 ? '' : ` for ${days === 1 ? 'tomorrow' : `in ${days} days`}`;

function addOnce<Item>(list: Item[], item: Item): void {
  if (!list.includes(item)) list.push(item);
}
