export * from './costs.ts';
export * from './spend-file.ts';
