export * from './action-kinds.ts';
export * from './rule.ts';
export * from './missed-rule.ts';
export * from './route-lead.ts';
export * from './preview-rule.ts';
export * from './rule-format.ts';
export * from './hand-over.ts';
