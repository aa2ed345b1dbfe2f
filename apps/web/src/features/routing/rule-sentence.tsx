import { termNames, type ConditionChoices } from '@plumgate/contract';
import { askedTerms, conditionsWords } from '@plumgate/core/conditions';
import { ruleActionWords, triggerWords, type RuleContent } from '@plumgate/core/routing';

/** A rule as people say it. */
export function RuleSentence({
  content: { trigger, conditions, actions, stops },
  choices,
}: {
  content: RuleContent;
  choices: ConditionChoices;
}) {
  const asksNothing = askedTerms(conditions).length === 0;
  if (asksNothing && !trigger)
    return <p className="text-honey">No conditions yet, so it matches nobody.</p>;
  const names = termNames(choices);
  const nameOf = {
    user: (id: string) => names('user', id),
    sequence: (id: string) => names('sequence', id),
    stage: (id: string) => names('stage', id),
    field: (key: string) => names('field', key),
  };
  return (
    <p className="text-muted">
      {trigger && `When somebody ${triggerWords(trigger, names)}`}
      {trigger && !asksNothing && `, for people ${conditionsWords(conditions, names)}`}
      {!trigger && `Leads ${conditionsWords(conditions, names)}`}:{' '}
      {actions.length === 0
        ? 'nothing is done yet'
        : actions.map((one) => ruleActionWords(one, nameOf)).join(', ')}
      .{stops && ' Later rules are not asked.'}
    </p>
  );
}
