import { clientFields } from '@plumgate/core/clients';
import { visitMarked } from '@plumgate/core/basics';
import { StepAction, type SequenceStep } from '@plumgate/core/followup';
import { answerFields } from '@plumgate/core/forms';
import { emptyMergeFields } from '@plumgate/core/messages';
import { personIn } from '../messages/compose.ts';
import type { RunChange } from './run.service.ts';

/**
 * The merge fields that would leave a gap in what is still to be sent, with how many of the people would read one. Fields
 * of bookings and events are left aside: a step that has none to speak of does not happen.
 */
export function messageGaps(changed: readonly RunChange[]): { field: string; people: number }[] {
  const people = new Map<string, number>();
  for (const change of changed) {
    const { client, person, answers } = change.loaded;
    const context = {
      ...personIn(person, client),
      answers: answerFields(answers ?? {}),
      client: clientFields(client.name, client.facts),
    };
    const gaps = stepsToCome(change)
      .flatMap(({ action }) => wordsOf(action))
      .flatMap((words) => emptyMergeFields(words, context))
      .filter((field) => field.split('.')[0]! in context);
    for (const field of new Set(gaps)) people.set(field, (people.get(field) ?? 0) + 1);
  }
  return [...people].map(([field, count]) => ({ field, people: count }));
}

function stepsToCome({ loaded, standing, changes }: RunChange): SequenceStep[] {
  return loaded.content.steps.filter(({ id }) => {
    const change = changes.find(({ step }) => step === id);
    if (change) return change.becomes === 'planned';
    return standing.some(({ stepId, state }) => stepId === id && state === 'planned');
  });
}

function wordsOf(action: StepAction): string[] {
  const found: string[] = [];
  visitMarked(StepAction, action, ({ words }, value) => {
    if (words) found.push(words(value as never));
  });
  return found;
}
