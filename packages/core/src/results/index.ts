export * from './hours.ts';
export * from './origin.ts';
export * from './period.ts';
export * from './rate.ts';
export * from './result-counts.ts';
export * from './source-preview.ts';
export * from './tagged-link.ts';
