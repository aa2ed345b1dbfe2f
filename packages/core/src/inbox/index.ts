export * from './reading.ts';
export * from './report.ts';
