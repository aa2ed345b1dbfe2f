/** Where the built-in mail server is, or null when a real one is configured. */
export const MAIL_STAND_IN = Symbol('mail stand-in');
/** Where mail is taken in by SMTP, or null where none is. */
export const MAIL_IN = Symbol('mail in');
