export type { VisitorWords } from './visitor-words.ts';
export * from './page-words.ts';
export * from './times-in-words.ts';
export * from './field-words.ts';
export * from './home-reader.ts';
