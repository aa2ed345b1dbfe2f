/** The places stand-in, or null when a real service is configured. */
export const PLACES_STAND_IN = Symbol('places stand-in');
