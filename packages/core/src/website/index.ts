export * from './website-reading.ts';
