export * from './rule.ts';
export * from './route-lead.ts';
export * from './preview-rule.ts';
export * from './rule-references.ts';
export * from './rule-format.ts';
