/** A browser's number lives for a year: after that no visitor comes back by it. */
export const cookieLife = { hours: 24 * 370 };
