import type { RuleChoices } from '@plumgate/contract';
import { conditionWords, ruleActionWords, type RuleContent } from '@plumgate/core/routing';

/** A rule as people say it. */
export function RuleSentence({ content, choices }: { content: RuleContent; choices: RuleChoices }) {
  const { conditions, actions, matches } = content;
  if (conditions.length === 0)
    return <p className="text-honey">No conditions yet, so it matches nobody.</p>;
  const joint = matches === 'all' ? ' and ' : ' or ';
  const names = {
    user: (id: string) => nameIn(choices.users, id),
    sequence: (id: string) => nameIn(choices.sequences, id),
  };
  return (
    <p className="text-muted">
      When a lead comes{' '}
      {conditions.map((one) => conditionWords(one, nameIn(choices[one.about], one.is))).join(joint)}
      :{' '}
      {actions.length === 0
        ? 'nothing is done yet'
        : actions.map((one) => ruleActionWords(one, names)).join(', ')}
      .
    </p>
  );
}

const nameIn = (list: { id: string; name: string }[], id: string) =>
  list.find((one) => one.id === id)?.name ?? 'something that is gone';
