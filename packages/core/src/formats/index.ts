export * from './bundle.ts';
