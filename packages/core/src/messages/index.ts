export * from './merge.ts';
export * from './plain-to-html.ts';
