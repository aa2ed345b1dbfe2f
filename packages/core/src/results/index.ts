export * from './arrival-source.ts';
export * from './rate.ts';
export * from './tagged-link.ts';
