import { z } from 'zod';
import { TimeOfDay } from '../basics/index.ts';
import { Conditions, noConditions } from '../conditions/index.ts';
import { emailFromText } from '../emails/index.ts';
import { WrittenMessage } from '../followup/index.ts';
import type { MergeGroup } from '../messages/index.ts';

/** When a campaign goes out. Wall time is the client's, and for `morning` the person's own. */
export const CampaignTime = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('now') }),
  z.strictObject({
    kind: z.literal('at'),
    at: z.iso.datetime({ local: true, offset: false, error: 'Give the day and the time.' }),
  }),
  z.strictObject({
    kind: z.literal('morning'),
    date: z.iso.date('Give the day.'),
    at: TimeOfDay,
  }),
]);
export type CampaignTime = z.infer<typeof CampaignTime>;

/** One message to a list of people. */
export const CampaignContent = z.strictObject({
  name: z.string().trim().min(1, 'Name the campaign.').max(80),
  message: WrittenMessage,
  to: Conditions,
  /** Which of them get an email: those who agreed to emails beyond what they asked for, or all who have not unsubscribed. */
  consent: z.enum(['agreed', 'not-unsubscribed']),
  when: CampaignTime,
  /** How many are sent in a minute. */
  perMinute: z
    .int('Give a whole number.')
    .min(1, 'Send at least one a minute.')
    .max(10_000, 'Send at most 10,000 a minute.'),
});
export type CampaignContent = z.infer<typeof CampaignContent>;

/** What a campaign's words may name. */
export const campaignMergeGroups = [
  'person',
  'client',
  'links',
  'vouchers',
] as const satisfies MergeGroup[];

/** Few enough that mail providers and phone carriers take them as they come (common practice, no source). */
const usualPerMinute = { email: 600, text: 60 };

/** A new campaign, with words to be replaced. */
export const newCampaign = (name: string, kind: 'email' | 'text'): CampaignContent => ({
  name,
  message:
    kind === 'email'
      ? {
          kind,
          ...emailFromText({
            subject: 'News from {{ client.name }}',
            body: 'Hello {{ person.first_name | default: "there" }},',
          }),
        }
      : { kind, body: '{{ client.name }}:  Reply STOP to end texts.' },
  to: noConditions,
  consent: 'agreed',
  when: { kind: 'now' },
  perMinute: usualPerMinute[kind],
});

/** `sending` until nobody waits for it any more; `stopped` leaves out who still did. */
export const CampaignState = z.enum(['draft', 'sending', 'paused', 'stopped']);
export type CampaignState = z.infer<typeof CampaignState>;
