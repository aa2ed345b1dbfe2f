import type { SequenceStep, StepAction } from '@plumgate/core/followup';

/** The kinds of step, in the order they are offered. */
export const actionKinds: Record<StepAction['kind'], string> = {
  email: 'Send an email',
  text: 'Send a text',
  tag: 'Tag the person',
  untag: 'Take a tag away',
  tell: 'Tell somebody',
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

/** What a step does, with its own words where it has some. */
export function actionWords(action: StepAction, others: { id: string; name: string }[]): string {
  switch (action.kind) {
    case 'email':
      return `Email · ${action.subject}`;
    case 'text':
      return `Text · ${action.body}`;
    case 'tag':
      return `Tag ${action.tag}`;
    case 'untag':
      return `Take the tag ${action.tag} away`;
    case 'tell':
      return `Tell ${action.email}`;
    case 'start':
      return `Start ${others.find((one) => one.id === action.sequence)?.name ?? 'a sequence that is gone'}`;
    case 'end':
      return 'End: nothing happens after this';
  }
}
