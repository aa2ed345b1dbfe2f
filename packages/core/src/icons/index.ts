export * from './icon.ts';
export * from './rebuild-icon.ts';
export * from './find-icons.ts';
