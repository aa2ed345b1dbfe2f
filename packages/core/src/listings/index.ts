export * from './listing.ts';
export * from './listing-words.ts';
export * from './reso.ts';
export * from './columns.ts';
export * from './json-ld.ts';
export * from './home-words.ts';
export * from './shown-home.ts';
