export * from './calendar.ts';
export * from './open-slots.ts';
export * from './nearest-slots.ts';
