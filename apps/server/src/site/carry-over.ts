import { BookingId, FunnelId } from '@plumgate/core/basics';
import { z } from 'zod';
import type { Seal } from '../platform/seal.ts';

/** What a step hands to the next, so that nobody types twice: signed, kept by the visitor's own browser. */
const Carried = z.object({
  funnel: FunnelId,
  first: z.string(),
  last: z.string(),
  email: z.string(),
  phone: z.string(),
  /** The time they booked on the way; null where there was none to book. */
  booking: BookingId.nullable(),
});
export type Carried = z.infer<typeof Carried>;

const purpose = 'carry-over';

/** Signs and reads the carry-over cookie. One that was changed, or made by somebody else, reads as none. */
export class CarryOver {
  static readonly cookie = 'gate_carry';
  static readonly seconds = 86_400;

  constructor(private readonly seals: Seal) {}

  seal(carried: Carried): string {
    return this.seals.seal(purpose, JSON.stringify(carried));
  }

  open(cookie: string | undefined): Carried | null {
    const text = this.seals.open(purpose, cookie);
    return text === null ? null : (Carried.safeParse(JSON.parse(text)).data ?? null);
  }
}
