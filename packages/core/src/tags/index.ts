export * from './tag.ts';
export * from './code-on-page.ts';
export * from './measuring.ts';
export * from './check-tags.ts';
