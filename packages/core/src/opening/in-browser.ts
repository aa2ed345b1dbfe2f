/** What the visitor's script needs of opening hours: nothing here may bring a schema along, which weighs 40 KB. */
export * from './open-at.ts';
export * from './week-from.ts';
export * from './wall-clock.ts';
export type { Week } from './week.ts';
