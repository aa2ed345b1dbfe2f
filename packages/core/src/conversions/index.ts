export * from './count-conversions.ts';
