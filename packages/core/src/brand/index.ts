export * from './brand.ts';
export * from './contrast.ts';
export * from './type-pairs.ts';
export * from './brand-variables.ts';
export * from './quantise.ts';
export * from './palettes.ts';
export * from './brand-format.ts';
