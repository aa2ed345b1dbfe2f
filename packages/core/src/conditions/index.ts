export * from './comparison.ts';
export * from './compare.ts';
export * from './plain-number.ts';
