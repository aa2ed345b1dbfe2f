export * from './person-key.ts';
export * from './person-from-answers.ts';
export * from './own-fields.ts';
export * from './matching.ts';
export * from './alike-names.ts';
export * from './merge.ts';
export * from './stages.ts';
export * from './person-change.ts';
