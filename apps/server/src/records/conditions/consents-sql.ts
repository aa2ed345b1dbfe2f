import { sql } from 'drizzle-orm';

/** Of consents `c`: given, confirmed where it had to be, and not taken back. */
export const isValidConsent = sql`c.withdrawn_at is null and (not c.must_confirm or c.confirmed_at is not null)`;
