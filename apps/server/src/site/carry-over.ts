import { BookingId, FormId, FunnelId, InstantText, SubmissionId } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import type { Clock } from '../platform/clock.ts';
import {
  CarriedAnswer,
  carriedAnswers,
  type Answers,
  type FormDefinition,
} from '@plumgate/core/forms';
import { z } from 'zod';
import type { Taken } from '../domains/intake/held.service.ts';
import type { Config } from '../platform/config.ts';
import { cookieSpec, type CookieSpec } from '../platform/http/cookies.ts';
import type { KeyRing } from '../platform/key-ring.ts';

/**
 * What a step hands to the next, so that nobody types twice: only what this browser typed itself, never what is known
 * of the person whose email address it typed. Encrypted, and kept by the browser.
 */
const Carried = z.object({
  funnel: FunnelId,
  first: z.string(),
  last: z.string(),
  email: z.string(),
  phone: z.string(),
  /** What they answered on the way beside who they are; an earlier build carried none. */
  answers: z.array(CarriedAnswer).default([]),
  /** The time they booked on the way; null where there was none to book. */
  booking: BookingId.nullable(),
  /** The submission that was sent last, and by which form; null for one that was put aside, and where an earlier build carried none. */
  submission: SubmissionId.nullable().default(null),
  form: FormId.nullable().default(null),
});
export type Carried = z.infer<typeof Carried>;

const InAddress = z.object({ until: InstantText, carried: Carried });

const purpose = 'carry-over';

/** The field of an address in which it travels to a browser that keeps no cookies; only the next page reads it, and soon. */
export const carriedField = '_carried';
const addressPurpose = 'carry-over-address';
const addressLasts = { minutes: 15 };

/** Writes and reads the carry-over cookie. One that was changed, or made by somebody else, reads as none. */
export class CarryOver {
  readonly cookie: CookieSpec;

  constructor(
    private readonly keys: KeyRing,
    private readonly clock: Clock,
    config: Pick<Config, 'origin'>,
  ) {
    this.cookie = cookieSpec(config, 'gate_carry', 86_400);
  }

  close(carried: Carried): Promise<string> {
    return this.keys.encrypt(purpose, JSON.stringify(carried));
  }

  async open(cookie: string | undefined): Promise<Carried | null> {
    const text = await this.keys.decrypt(purpose, cookie);
    return text === null ? null : (Carried.safeParse(JSON.parse(text)).data ?? null);
  }

  /** The address of the next step for a browser that keeps no cookies: good for a quarter of an hour. */
  async addressWith(carried: Carried, address: string): Promise<string> {
    const until = this.clock.now().add(addressLasts).toString();
    const text = JSON.stringify({ until, carried } satisfies z.infer<typeof InAddress>);
    const sealed = await this.keys.encrypt(addressPurpose, text);
    return `${address}${address.includes('?') ? '&' : '?'}${carriedField}=${sealed}`;
  }

  async openAddress(sealed: string | undefined): Promise<Carried | null> {
    const text = await this.keys.decrypt(addressPurpose, sealed);
    const read = text === null ? null : InAddress.safeParse(JSON.parse(text)).data;
    if (!read) return null;
    const isOver =
      Temporal.Instant.compare(Temporal.Instant.from(read.until), this.clock.now()) < 0;
    return isOver ? null : read.carried;
  }
}

/** What is carried on after a form: what was typed now, and where a question was not asked again, what was typed before. */
export function carriedOn(
  before: Carried | null,
  funnel: FunnelId,
  { details, bookingId, submissionId }: Taken,
  answered: { form: FormDefinition; formId: FormId; answers: Answers },
): Carried {
  const namedNow = details.firstName !== '' || details.lastName !== '';
  const [first, last] = namedNow
    ? [details.firstName, details.lastName]
    : [before?.first ?? '', before?.last ?? ''];
  return {
    funnel,
    first,
    last,
    email: details.email || (before?.email ?? ''),
    phone: details.phone || (before?.phone ?? ''),
    answers: carriedAnswers(before?.answers ?? [], answered.form, answered.answers),
    booking: bookingId ?? before?.booking ?? null,
    submission: submissionId,
    form: answered.formId,
  };
}
