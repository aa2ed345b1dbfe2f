export * from './next-step.ts';
export * from './weakest-hop.ts';
export * from './copied-name.ts';
