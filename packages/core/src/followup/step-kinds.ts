import { z } from 'zod';
import { SequenceId, StageId, Tag, UserId } from '../basics/index.ts';
import { emailSettings } from '../emails/index.ts';
import { inPlainWords, mergeWords } from '../messages/index.ts';
import { waitsForWords, WaitsFor } from './happening.ts';
import { emailReach, textReach, type LeftOut, type Reachable } from './reach.ts';

/** A kind of sequence step: its settings, its words, and what planning has to know of it. */
function stepKind<Kind extends string, Settings extends z.ZodRawShape>(kind: {
  kind: Kind;
  settings: Settings;
  /** What a marketer chooses: "Send an email". */
  label: string;
  /** What a step does, in a line; `named` is what the sequence, stage, user or field that it names is called, empty where that is not known. */
  words: (action: z.infer<z.ZodObject<Settings>>, named: string) => string;
  /** A message to the person: why it can't reach them as things stand, null when it can. Such a step keeps quiet hours. */
  whyUnreachable?: (person: Reachable) => LeftOut | null;
  /** It sends a message, and is done when that has been sent. */
  sends?: true;
  /** Nothing of the sequence happens after it. */
  isEnd?: true;
  /** It is done when what it waits for has happened, or in vain; one of its two lanes goes on from there. */
  waits?: true;
}) {
  const { label, words, whyUnreachable, sends, isEnd, waits } = kind;
  const schema = z.strictObject({
    kind: z.literal(kind.kind),
    ...kind.settings,
  }) as unknown as z.ZodObject<{ kind: z.ZodLiteral<Kind> } & Settings>;
  return { label, words, whyUnreachable, sends, isEnd, waits, schema };
}

/** Every kind of step, in the order in which they are offered. */
export const stepKinds = {
  email: stepKind({
    kind: 'email',
    settings: emailSettings,
    label: 'Send an email',
    words: ({ subject }) => `Email “${inPlainWords(subject)}”`,
    whyUnreachable: emailReach,
    sends: true,
  }),
  text: stepKind({
    kind: 'text',
    settings: { body: mergeWords(1200, 'Write the text.') },
    label: 'Send a text',
    words: ({ body }) => `Text “${inPlainWords(body)}”`,
    whyUnreachable: textReach,
    sends: true,
  }),
  tag: stepKind({
    kind: 'tag',
    settings: { tag: Tag },
    label: 'Tag the person',
    words: ({ tag }) => `Tag ${tag}`,
  }),
  untag: stepKind({
    kind: 'untag',
    settings: { tag: Tag },
    label: 'Remove a tag',
    words: ({ tag }) => `Remove tag ${tag}`,
  }),
  notify: stepKind({
    kind: 'notify',
    settings: {
      email: z.email('Give an email address such as desk@example.com.'),
      body: mergeWords(2000, 'Write the message.'),
    },
    label: 'Notify someone',
    words: ({ email }) => `Notify ${email}`,
    sends: true,
  }),
  stage: stepKind({
    kind: 'stage',
    settings: { to: StageId },
    label: 'Move to a stage',
    words: (_action, named) => (named ? `Move to the stage “${named}”` : 'Move to another stage'),
  }),
  assign: stepKind({
    kind: 'assign',
    settings: { to: UserId },
    label: 'Assign to somebody',
    words: (_action, named) => `Assign to ${named || 'somebody'}`,
  }),
  field: stepKind({
    kind: 'field',
    settings: {
      field: z.string().min(1, 'Choose a field.').max(40),
      typed: z.string().trim().min(1, 'Say what the field is to be.').max(1000),
    },
    label: 'Set a field',
    words: ({ field, typed }, named) => `Set ${named || field} to ${typed}`,
  }),
  task: stepKind({
    kind: 'task',
    settings: { text: z.string().trim().min(1, 'Say what is to be done.').max(300) },
    label: 'Add a task',
    words: ({ text }) => `Task “${text}”`,
  }),
  wait: stepKind({
    kind: 'wait',
    settings: {
      until: WaitsFor,
      /** How long it waits at most. */
      atMost: z.strictObject({
        amount: z.int().min(1, 'Wait for at least a minute.').max(1000),
        unit: z.enum(['minutes', 'hours', 'days']),
      }),
    },
    label: 'Wait, then go one of two ways',
    words: ({ until, atMost: { amount, unit } }) =>
      `Wait until ${waitsForWords(until)}, at most ${amount} ${amount === 1 ? unit.slice(0, -1) : unit}`,
    waits: true,
  }),
  start: stepKind({
    kind: 'start',
    settings: { sequence: SequenceId },
    label: 'Start another sequence',
    words: (_action, named) => `Start ${named || 'another sequence'}`,
  }),
  end: stepKind({
    kind: 'end',
    settings: {},
    label: 'End the sequence',
    words: () => 'End: nothing happens after this',
    isEnd: true,
  }),
};
