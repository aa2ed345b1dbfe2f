export * from './open-html.ts';
export * from './opening-hours.ts';
export * from './business-data.ts';
export * from './read-website.ts';
