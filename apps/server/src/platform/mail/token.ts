/** Where the built-in mail server is, or null when a real one is configured. */
export const MAIL_STAND_IN = Symbol('mail stand-in');
