export * from './email-view.ts';
export * from './email-colors.ts';
export * from './email-sheet.tsx';
