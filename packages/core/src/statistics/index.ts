export * from './difference-sequence.ts';
export * from './distributions.ts';
export * from './proportion.ts';
export * from './quantile.ts';
export * from './sample-ratio.ts';
export * from './sample-size.ts';
