import type { RuleChoices } from '@plumgate/contract';
import type { Condition, RuleAction, RuleContent } from '@plumgate/core/routing';

/** A rule as people say it. */
export function RuleSentence({ content, choices }: { content: RuleContent; choices: RuleChoices }) {
  const { conditions, actions, meets } = content;
  if (conditions.length === 0)
    return <p className="text-honey">No conditions yet, so it matches nobody.</p>;
  const joint = meets === 'all' ? ' and ' : ' or ';
  return (
    <p className="text-muted">
      When a lead comes {conditions.map((one) => conditionWords(one, choices)).join(joint)}:{' '}
      {actions.length === 0
        ? 'nothing is done yet'
        : actions.map((one) => actionWords(one, choices)).join(', ')}
      .
    </p>
  );
}

const nameIn = (list: { id: string; name: string }[], id: string) =>
  list.find((one) => one.id === id)?.name ?? 'something that is gone';

export function conditionWords(condition: Condition, choices: RuleChoices): string {
  const name = nameIn(choices[condition.about], condition.is);
  return condition.about === 'source'
    ? `by ${condition.is}`
    : `from the ${condition.about} “${name}”`;
}

export function actionWords(action: RuleAction, choices: RuleChoices): string {
  switch (action.do) {
    case 'tag':
      return `tag ${action.tag}`;
    case 'give':
      return `assign to ${nameIn(choices.users, action.to)}`;
    case 'start':
      return `start ${nameIn(choices.sequences, action.sequence)}`;
    case 'tell':
      return `notify ${action.email}`;
  }
}
