/** The stand-in for other people's websites, or null where only the real ones are read. */
export const WEBSITE_STAND_IN = Symbol('website stand-in');
