export * from './assignment.ts';
export * from './planning.ts';
export * from './reading.ts';
export * from './split-test.ts';
export * from './verdict-words.ts';
export * from './health.ts';
