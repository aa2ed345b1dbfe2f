export * from './finding.ts';
export * from './launch-input.ts';
export * from './launch-check.ts';
export * from './finding-words.ts';
export * from './reading.ts';
export { blockState, lackOf, type BlockState } from './block-state.ts';
export { fold, heaviest, leastTarget, leastWords } from './rules-of-looks.ts';
export { tracesOf } from './rules-of-others.ts';
export { pageMergeFields } from './merge-fields.ts';
