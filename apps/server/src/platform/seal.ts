import { createHmac, timingSafeEqual } from 'node:crypto';

/**
 * Signs short texts that travel through other people's hands and come back: cookies and links. What was changed, made by
 * somebody else or sealed for another purpose opens as null.
 */
export class Seal {
  constructor(private readonly secret: string) {}

  /** `purpose` keeps one kind of sealed text from being used as another. */
  seal(purpose: string, text: string): string {
    const body = Buffer.from(text).toString('base64url');
    return `${body}.${this.sign(purpose, body)}`;
  }

  open(purpose: string, sealed: string | undefined): string | null {
    const [body = '', signature = ''] = sealed?.split('.') ?? [];
    const right = Buffer.from(this.sign(purpose, body));
    const given = Buffer.from(signature);
    if (given.length !== right.length || !timingSafeEqual(given, right)) return null;
    return Buffer.from(body, 'base64url').toString();
  }

  private sign(purpose: string, body: string): string {
    const whole = createHmac('sha256', this.secret).update(`${purpose}:${body}`).digest();
    return whole.subarray(0, 24).toString('base64url');
  }
}
