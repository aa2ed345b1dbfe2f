export * from './ids.ts';
export * from './outcome.ts';
export * from './instant.ts';
export * from './slug.ts';
export * from './with-values.ts';
export * from './clean-text.ts';
export * from './json-depth.ts';
export * from './reference.ts';
