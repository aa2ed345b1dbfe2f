export * from './rule.ts';
export * from './route-lead.ts';
