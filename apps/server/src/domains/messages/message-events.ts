import type { CampaignId, Instant, PersonId } from '@plumgate/core/basics';
import type { EventKind } from '../../records/causes/consequences.ts';
import type { MessageLeftOut } from '../../records/messages/outbox.table.ts';

/** What became of queued messages: the server took them, or refused them for good, or they were not sent after all. */
export interface MessagesSettled {
  /** The keys that their causes gave them. */
  keys: string[];
  as: 'sent' | 'failed' | 'left-out';
  leftOut?: MessageLeftOut;
  at: Instant;
}

export const messagesSettled: EventKind<MessagesSettled> = { name: 'messages settled' };

/** Whoever got a message marked it as junk. */
export const messageComplained: EventKind<{ campaignId: CampaignId | null; at: Instant }> = {
  name: 'message complained',
};

/** The first time that it is known of a message that whoever it went to opened it, or followed a link in it. */
export const messageSeen: EventKind<{
  personId: PersonId;
  as: 'opened' | 'clicked';
  at: Instant;
}> = { name: 'message seen' };
