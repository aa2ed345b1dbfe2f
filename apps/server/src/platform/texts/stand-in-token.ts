/** Where the built-in text gateway is, or null when a real one is configured. */
export const TEXT_STAND_IN = Symbol('text stand-in');
