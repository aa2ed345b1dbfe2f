export * from './week.ts';
export * from './closed-days.ts';
export * from './week-from.ts';
export * from './open-at.ts';
export * from './wall-clock.ts';
export * from './promised-by.ts';
export * from './is-open.ts';
