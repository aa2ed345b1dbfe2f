import { Temporal } from 'temporal-polyfill';
import { Secret, TOTP } from 'otpauth';
import { totpCode, totpStepOf } from './totp.ts';

/** RFC 6238, appendix B: the ASCII secret "12345678901234567890", eight digits, SHA-1. */
const secret = Secret.fromLatin1('12345678901234567890').base32;
const vectors: [seconds: number, code: string][] = [
  [59, '94287082'],
  [1111111109, '07081804'],
  [1111111111, '14050471'],
  [1234567890, '89005924'],
  [2000000000, '69279037'],
  [20000000000, '65353130'],
];
const at = (seconds: number) => Temporal.Instant.fromEpochMilliseconds(seconds * 1000);

it.each(vectors)('at %d seconds the codes are those of RFC 6238', (seconds, code) => {
  const eight = new TOTP({ secret: Secret.fromBase32(secret), digits: 8 });
  expect(eight.generate({ timestamp: seconds * 1000 })).toBe(code);
  // Six digits are the last six of the same number (RFC 4226, section 5.3).
  expect(totpCode(secret, at(seconds))).toBe(code.slice(2));
  expect(totpStepOf(secret, code.slice(2), at(seconds))).toBe(Math.floor(seconds / 30));
});

it('takes the step before and the one after, and says which it was', () => {
  const now = at(1_111_111_110);
  const step = 1_111_111_110 / 30;
  for (const [seconds, found] of [
    [-60, null],
    [-30, step - 1],
    [0, step],
    [30, step + 1],
    [60, null],
  ] as const)
    expect(totpStepOf(secret, totpCode(secret, now.add({ seconds })), now)).toBe(found);
});
