export * from './ids.ts';
export * from './outcome.ts';
export * from './instant.ts';
export * from './slug.ts';
