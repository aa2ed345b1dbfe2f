export * from './reach.ts';
export * from './step-kinds.ts';
export * from './sequence.ts';
export * from './plan-run.ts';
export * from './left-out-words.ts';
export * from './step-words.ts';
export * from './replan.ts';
export * from './sequence-format.ts';
