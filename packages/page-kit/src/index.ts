export * from './page-view.tsx';
export { type PageContext, type FormState } from './page-context.ts';
export { Lines } from './words.tsx';
export * from './fonts.ts';
