import { createHash, randomBytes } from 'node:crypto';

/** A token for an address that nobody can guess. It is told once: only its hash is kept. */
export const secretToken = (): string => randomBytes(24).toString('base64url');

/** What is kept of a token, by which it is known again. */
export const tokenHash = (token: string): string =>
  createHash('sha256').update(token).digest('base64url');
