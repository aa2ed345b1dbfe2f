export * from './call-numbers.ts';
export * from './call-columns.ts';
export * from './call-row.ts';
export * from './read-moment.ts';
