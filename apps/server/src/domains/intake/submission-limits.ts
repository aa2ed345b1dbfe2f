import { Injectable } from '@nestjs/common';
import type { ContactDetails } from '@plumgate/core/people';
import { Limits, networkOf, type Limit } from '../../platform/limits/limits.ts';
import type { HeldReason } from '../../records/intake/table.ts';
import type { Incoming } from './incoming.ts';

/**
 * How many submissions are let in at once. Each may send a message to whatever address was typed, so the one who is
 * written to is protected most; a form has room for an advertisement's best hour. Common practice, no source.
 */
const allowed = {
  address: { max: 40, seconds: 600 },
  form: { max: 5_000, seconds: 600 },
  recipient: { max: 10, seconds: 3_600 },
} as const satisfies Record<HeldReason, Omit<Limit, 'key'>>;

/** Says which submissions have to wait for somebody to look at them. */
@Injectable()
export class SubmissionLimits {
  constructor(private readonly limits: Limits) {}

  /** Counts a submission; gives the limit it goes over, or null. `address` is the network address it came from. */
  async exceeded(
    address: string,
    { formId }: Pick<Incoming, 'formId'>,
    { emailKey, phoneKey, textConsent }: ContactDetails,
  ): Promise<HeldReason | null> {
    const counted: { reason: HeldReason; key: string }[] = [
      { reason: 'address', key: networkOf(address) },
      { reason: 'form', key: formId },
      ...(emailKey ? [{ reason: 'recipient' as const, key: emailKey }] : []),
      // Texts go only to who agreed to them; without an email address it is the phone that names somebody.
      ...(phoneKey && (textConsent || !emailKey)
        ? [{ reason: 'recipient' as const, key: phoneKey }]
        : []),
    ];
    const limits = counted.map(({ reason, key }) => ({
      reason,
      key: `submission ${reason} ${key}`,
      ...allowed[reason],
    }));
    const over = await this.limits.exceeded(limits);
    return limits.find((limit) => limit === over)?.reason ?? null;
  }
}
