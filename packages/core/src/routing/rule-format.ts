import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { RuleContent } from './rule.ts';

/** How a rule is stored. */
export const ruleFormat: DocumentFormat<RuleContent> = documentFormat('rule', [
  // Version 1 called things otherwise.
  ({ meets, actions, ...rest }) => ({
    ...rest,
    matches: meets,
    actions: (actions as { do: string }[]).map(({ do: was, ...action }) => ({
      kind: was === 'give' ? 'assign' : was === 'tell' ? 'notify' : was,
      ...action,
    })),
  }),
  // Version 2 had conditions of its own, which are terms of the one language now.
  ({ matches, conditions, ...rest }) => ({
    ...rest,
    conditions: { match: matches, terms: conditions },
  }),
]);
