export * from './origin.ts';
export * from './rate.ts';
export * from './source-preview.ts';
export * from './tagged-link.ts';
