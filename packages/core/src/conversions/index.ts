export * from './conversion.ts';
export * from './count-conversions.ts';
