import { actionWords, type SequenceStep, type StepAction } from '@plumgate/core/followup';

/** The kinds of step, in the order they are offered. */
export const actionKinds: Record<StepAction['kind'], string> = {
  email: 'Send an email',
  text: 'Send a text',
  tag: 'Tag the person',
  untag: 'Remove a tag',
  tell: 'Notify someone',
  start: 'Start another sequence',
  end: 'End the sequence',
};

/** A new action of a kind, with words to be replaced. */
export function newAction(kind: StepAction['kind'], others: { id: string }[]): StepAction {
  switch (kind) {
    case 'email':
      return {
        kind,
        subject: 'A word from {{ client.name }}',
        body: 'Hello {{ person.first_name | default: "there" }},\n\n',
      };
    case 'text':
      return { kind, body: '{{ client.name }}: ' };
    case 'tag':
    case 'untag':
      return { kind, tag: 'new' };
    case 'tell':
      return { kind, email: 'desk@example.com', body: '{{ person.name }}, {{ person.phone }}' };
    case 'start':
      return { kind, sequence: (others[0]?.id ?? '') as never };
    case 'end':
      return { kind };
  }
}

export function newStep(anchor: SequenceStep['anchor'], side: SequenceStep['side']): SequenceStep {
  return {
    id: crypto.randomUUID().slice(0, 13),
    anchor,
    side,
    delay: { amount: 1, unit: 'days', at: '09:00' },
    late: 'leave-out',
    action: newAction('email', []),
  };
}

/** What a step does; the sequence that it starts by its name. */
export const stepName = (action: StepAction, others: { id: string; name: string }[]): string =>
  actionWords(
    action,
    action.kind === 'start'
      ? (others.find((one) => one.id === action.sequence)?.name ?? 'a sequence that is gone')
      : '',
  );
