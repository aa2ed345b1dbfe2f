import type { Reference } from '../basics/index.ts';
import type { RuleContent } from './rule.ts';

/** Everything of the client's that a rule names, in its conditions and in its actions. */
export function ruleReferences({ conditions, actions }: RuleContent): Reference[] {
  return [
    ...conditions.flatMap((condition, index): Reference[] =>
      condition.about === 'source'
        ? []
        : [{ kind: condition.about, id: condition.is, at: `conditions.${index}.is` }],
    ),
    ...actions.flatMap((action, index): Reference[] => {
      if (action.do === 'give') return [{ kind: 'user', id: action.to, at: `actions.${index}.to` }];
      if (action.do === 'start')
        return [{ kind: 'sequence', id: action.sequence, at: `actions.${index}.sequence` }];
      return [];
    }),
  ];
}
