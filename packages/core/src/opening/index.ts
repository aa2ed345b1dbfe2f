export * from './open-at.ts';
