import { createHmac, timingSafeEqual } from 'node:crypto';
import { FunnelId } from '@plumgate/core/basics';
import { z } from 'zod';

/** What a step hands to the next, so that nobody types twice: signed, kept by the visitor's own browser. */
const Carried = z.object({
  funnel: FunnelId,
  first: z.string(),
  last: z.string(),
  email: z.string(),
  phone: z.string(),
});
export type Carried = z.infer<typeof Carried>;

/** Signs and reads the carry-over cookie. One that was changed, or made by somebody else, reads as none. */
export class CarryOver {
  static readonly cookie = 'gate_carry';
  static readonly seconds = 86_400;

  constructor(private readonly secret: string) {}

  seal(carried: Carried): string {
    const text = Buffer.from(JSON.stringify(carried)).toString('base64url');
    return `${text}.${this.sign(text)}`;
  }

  open(cookie: string | undefined): Carried | null {
    const [text = '', signature = ''] = cookie?.split('.') ?? [];
    const right = Buffer.from(this.sign(text));
    const given = Buffer.from(signature);
    if (given.length !== right.length || !timingSafeEqual(given, right)) return null;
    return Carried.safeParse(JSON.parse(Buffer.from(text, 'base64url').toString())).data ?? null;
  }

  private sign(text: string): string {
    return createHmac('sha256', this.secret).update(text).digest('base64url');
  }
}
