import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { RuleContent } from './rule.ts';

/** How a rule is stored. */
export const ruleFormat: DocumentFormat<RuleContent> = documentFormat('rule', []);
