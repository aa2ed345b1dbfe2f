import { createHmac, timingSafeEqual } from 'node:crypto';

/** The secrets that texts are sealed with: the one in use first, then those whose seals are still opened. */
export type SealSecrets = () => readonly [string, ...string[]];

/**
 * Signs short texts that travel through other people's hands and come back: cookies and links. What was changed, made by
 * somebody else or sealed for another purpose opens as null.
 */
export class Seal {
  constructor(private readonly secrets: SealSecrets) {}

  /** `purpose` keeps one kind of sealed text from being used as another. */
  seal(purpose: string, text: string): string {
    const body = Buffer.from(text).toString('base64url');
    return `${body}.${sign(this.secrets()[0], purpose, body)}`;
  }

  open(purpose: string, sealed: string | undefined): string | null {
    const [body = '', signature = ''] = sealed?.split('.') ?? [];
    const given = Buffer.from(signature);
    const isOurs = this.secrets().some((secret) => {
      const right = Buffer.from(sign(secret, purpose, body));
      return given.length === right.length && timingSafeEqual(given, right);
    });
    return isOurs ? Buffer.from(body, 'base64url').toString() : null;
  }
}

function sign(secret: string, purpose: string, body: string): string {
  const whole = createHmac('sha256', secret).update(`${purpose}:${body}`).digest();
  return whole.subarray(0, 24).toString('base64url');
}
