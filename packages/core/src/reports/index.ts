export * from './report.ts';
export * from './report-sheet.ts';
