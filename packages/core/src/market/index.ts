export * from './market-report.ts';
