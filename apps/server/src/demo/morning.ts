/** Fernhill's morning for backs: twelve places, all taken when the demo begins. */
export const morning = 'A morning for your back';
export const morningSeats = 12;
/** It lies this many days after the day the demo begins. */
export const daysToMorning = 9;
