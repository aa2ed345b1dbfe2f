/** What an account is known by, however its email address is typed: the same for signing in, for its limits and in the database. */
export const accountKey = (email: string): string => email.trim().normalize('NFC').toLowerCase();
