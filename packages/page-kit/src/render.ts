export * from './render-page.tsx';
export * from './render-link-page.tsx';
