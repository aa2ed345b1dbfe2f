import { referencesIn } from '../basics/index.ts';
import { Conditions, noConditions } from '../conditions/index.ts';
import type { SequenceContent, SequenceStep } from '../followup/index.ts';
import { pageLinkName } from '../messages/merge.ts';
import type { FollowUp } from './follow-up.ts';

/**
 * A sequence as a follow-up that any client can start from: what belongs to its client alone is let go. Steps that name
 * somebody, a stage or another sequence fall away, conditions that name something of the client ask nothing, and its pages
 * are chosen anew.
 */
export function followUpOf(
  key: string,
  sequence: SequenceContent,
  pages: readonly { slug: string; name: string }[],
  isEvent: boolean,
): FollowUp {
  const { name, event, endsIf, goal, ...rest } = sequence;
  const steps = withoutOwn(sequence.steps).map((step) => ({
    ...step,
    onlyIf: asksElsewhere(step.onlyIf) ?? noConditions,
  }));
  const linked = pages.filter(({ slug }) => JSON.stringify(steps).includes(linkTo(slug)));
  const counts = event.kind !== 'none';
  const [ifEnds, ifReached] = [endsIf, goal].map((one) => one && asksElsewhere(one));
  const unlinked = linked.reduce(
    (words, { slug }) =>
      words.replaceAll(
        new RegExp(String.raw`\{\{-?\s*links\.${pageLinkName(slug)}\s*-?\}\}`, 'g'),
        `[[${pageLinkName(slug)}]]`,
      ),
    JSON.stringify(steps),
  );
  return {
    ...{ key, name, about: 'Your own.', aim: 'lead', trade: 'any' },
    startsBy: !counts ? 'hand' : isEvent || event.kind === 'fixed' ? 'event' : 'calendar',
    pages: linked.map(({ slug, name: label }) => ({
      ...{ key: pageLinkName(slug), label: `In place of “${label}”`, template: null },
    })),
    ...{ fields: [], list: null },
    content: {
      ...rest,
      onlyFor: asksElsewhere(sequence.onlyFor) ?? noConditions,
      steps: JSON.parse(unlinked) as SequenceStep[],
      ...(ifEnds && { endsIf: ifEnds }),
      ...(ifReached && { goal: ifReached }),
    },
  };
}

const linkTo = (slug: string) => `links.${pageLinkName(slug)}`;

/** Conditions that mean the same for any client; null for those that name something of one. */
const asksElsewhere = (conditions: Conditions): Conditions | null =>
  referencesIn(Conditions, conditions).length === 0 ? conditions : null;

/** The steps that mean the same for any client, without those in lanes of steps that are gone. */
function withoutOwn(steps: readonly SequenceStep[]): SequenceStep[] {
  const own = new Set(['start', 'assign', 'stage', 'notify', 'field']);
  let kept = steps.filter(({ action }) => !own.has(action.kind));
  for (;;) {
    const ids = new Set(kept.map(({ id }) => id));
    const still = kept.filter(({ lane }) => !lane || ids.has(lane.wait));
    if (still.length === kept.length) return still;
    kept = still;
  }
}
