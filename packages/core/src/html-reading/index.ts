export * from './open-html.ts';
export * from './opening-hours.ts';
export * from './business-data.ts';
export * from './read-website.ts';
export * from './page-from-html.ts';
export { type Making } from './element-reader.ts';
export { type Sheet } from './computed-styles.ts';
