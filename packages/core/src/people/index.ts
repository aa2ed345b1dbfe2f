export * from './person-key.ts';
export * from './person-from-answers.ts';
