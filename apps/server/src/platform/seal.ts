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

  /** A signature of a text that goes along beside it, where only small letters and digits survive, as in a mail address. */
  mark(purpose: string, text: string): string {
    return markWith(this.secrets()[0], purpose, text);
  }

  isMarked(purpose: string, text: string, mark: string): boolean {
    const given = Buffer.from(mark);
    return this.secrets().some((secret) => {
      const right = Buffer.from(markWith(secret, purpose, text));
      return given.length === right.length && timingSafeEqual(given, right);
    });
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

const hmac = (secret: string, purpose: string, text: string): Buffer =>
  createHmac('sha256', secret).update(`${purpose}:${text}`).digest();

const sign = (secret: string, purpose: string, body: string): string =>
  hmac(secret, purpose, body).subarray(0, 24).toString('base64url');

/** 80 bits: nobody guesses one, and it fits into what an address may be long. */
const markWith = (secret: string, purpose: string, text: string): string =>
  hmac(secret, purpose, text).subarray(0, 10).toString('hex');
