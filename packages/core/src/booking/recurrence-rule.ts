import * as rrule from 'rrule';

/** The package is CommonJS for Node, all of it under `default`, and a module without a default for browsers. */
const whole = rrule as typeof rrule & { default?: typeof rrule };

/** Recurrence rules of RFC 5545. */
export const RecurrenceRule = (whole.default ?? whole).RRule;
