export * from './sequence.ts';
export * from './plan-run.ts';
