export * from './node-id.ts';
export { Align, SafeHref, words, type BlockKind } from './block-kind.ts';
export * from './blocks/index.ts';
export * from './document.ts';
export * from './upgrade.ts';
export * from './draft.ts';
export * from './tree.ts';
export * from './edit.ts';
export * from './copy.ts';
