export * from './next-step.ts';
export * from './drop-off.ts';
export * from './copied-name.ts';
