import type { Instant } from '@plumgate/core/basics';
import { Secret, TOTP } from 'otpauth';

/** Seconds that a code lasts (RFC 6238, section 5.2 recommends 30). */
const period = 30;

const totp = (secret: string, email = '', agency = '') =>
  new TOTP({
    ...{
      issuer: agency || 'Plum Gate',
      label: email || 'account',
      algorithm: 'SHA1',
      digits: 6,
      period,
    },
    secret: Secret.fromBase32(secret),
  });

/** A new secret of 160 bits (RFC 4226, section 4 recommends that length), in base32. */
export const newTotpSecret = (): string => new Secret({ size: 20 }).base32;

/** The address by which an authenticator app takes the secret, `otpauth://totp/…`. */
export const totpUri = (secret: string, email: string, agency: string): string =>
  totp(secret, email, agency).toString();

/** The code of a secret at a moment: six digits. */
export const totpCode = (secret: string, at: Instant): string =>
  totp(secret).generate({ timestamp: at.epochMilliseconds });

/**
 * The step of 30 seconds that a code belongs to, when it is right now or one step to either side, for clocks that differ
 * (RFC 6238, section 5.2); null for a wrong one.
 */
export function totpStepOf(secret: string, code: string, at: Instant): number | null {
  const timestamp = at.epochMilliseconds;
  const delta = totp(secret).validate({ token: code, timestamp, window: 1 });
  return delta === null ? null : Math.floor(timestamp / 1000 / period) + delta;
}
