import type { Effects } from '../intake/intake.service.ts';
import type { TimelineFact } from '../../records/people/timeline.ts';

/** What a form caused, a line each: who came of it, what the rules did, and what would leave. */
export function effectWords({ facts, messages }: Effects): string[] {
  return [
    ...facts.flatMap(factWords),
    ...messages.map(
      ({ kind, to, title }) => `${kind === 'email' ? 'Email' : 'Text'} to ${to}: ${title}`,
    ),
  ];
}

function factWords(fact: TimelineFact): string[] {
  switch (fact.kind) {
    case 'submitted':
      return [`A person with ${fact.answers.length} answers of “${fact.form}”`];
    case 'matched':
      return [`Matched the rules ${fact.rules.map((rule) => `“${rule}”`).join(', ')}`];
    case 'tagged':
      return [`Tagged ${fact.tags.join(', ')}`];
    case 'assigned':
      return [`Assigned to ${fact.to}`];
    case 'joined':
      return [`Started “${fact.sequence}”`];
    case 'ended':
      return [`Ended “${fact.sequence}”`];
    case 'booked':
      return [`Booked ${fact.when} in “${fact.calendar}”`];
    default:
      return [];
  }
}
