export * from './arrival-source.ts';
export * from './rate.ts';
