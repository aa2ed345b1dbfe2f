export * from './calendar.ts';
export * from './open-slots.ts';
export * from './nearest-slots.ts';
export * from './booking-place.ts';
export * from './calendar-content.ts';
export * from './slot-days.ts';
export * from './shown-times.ts';
export * from './calendar-format.ts';
