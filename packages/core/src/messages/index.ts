export * from './merge.ts';
export * from './moment-fields.ts';
export * from './plain-to-html.ts';
export * from './text-parts.ts';
export * from './text-keyword.ts';
export * from './without-links.ts';
export * from './merge-words.ts';
export * from './in-plain-words.ts';
