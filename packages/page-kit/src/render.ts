export * from './render-page.tsx';
export { consentPath, type ConsentBar } from './consent-bar.tsx';
export * from './render-link-page.tsx';
export * from './render-approval-page.tsx';
export * from './render-report.tsx';
export type { PageMetadata } from './page-metadata.tsx';
export { typeWait } from './page-type.tsx';
