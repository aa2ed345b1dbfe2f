export * from './sequence.ts';
export * from './plan-run.ts';
export * from './left-out-words.ts';
export * from './step-words.ts';
export * from './replan.ts';
export * from './sequence-references.ts';
export * from './sequence-format.ts';
