export * from './follow-up.ts';
export * from './follow-up-of.ts';
export * from './follow-ups.ts';
export * from './take-follow-up.ts';
