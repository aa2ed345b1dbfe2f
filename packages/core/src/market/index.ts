export * from './market-report.ts';
export * from './area.ts';
