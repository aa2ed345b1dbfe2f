import {
  ClientId,
  InboxMessageId,
  InstantText,
  MessageId,
  PersonId,
  UploadId,
  UserId,
} from '@plumgate/core/basics';
import { Sender } from '@plumgate/core/emails';
import { z } from 'zod';
import { DnsLine } from './dns.ts';

/** What became of a message. */
export const MessageOutcome = z.enum(['queued', 'sent', 'delivered', 'failed', 'left-out']);
export type MessageOutcome = z.infer<typeof MessageOutcome>;

/** A message as the one who gets it sees it. */
export const MessageSummary = z.object({
  id: MessageId,
  kind: z.enum(['email', 'text']),
  /** A reply that was written in the post room. */
  isReply: z.boolean(),
  from: z.string(),
  to: z.string(),
  /** Of a text its words. */
  subject: z.string(),
  text: z.string(),
  receivedAt: InstantText,
});
export type MessageSummary = z.infer<typeof MessageSummary>;

export const MessageRecord = MessageSummary.extend({
  html: z.string(),
  /** Ends mail to the recipient with one press; empty on mail that has none. */
  unsubscribe: z.string(),
  calendar: z.string(),
  /** Every text between the two numbers, oldest first; empty for an email. */
  conversation: z.array(MessageSummary),
});
export type MessageRecord = z.infer<typeof MessageRecord>;

/** A message that the program sends, is about to send, or has left out; `receivedAt` is when it left or is to leave. */
export const SentMessage = MessageSummary.extend({
  state: MessageOutcome,
  /** Why it was left out or failed, as a clause; empty otherwise. */
  reason: z.string(),
  /** Null for a notice to the business. */
  personId: PersonId.nullable(),
  /** What caused it: a sequence, a campaign, a calendar, somebody of the team; empty for notices. */
  origin: z.string(),
  opened: z.boolean(),
  clicked: z.boolean(),
});
export type SentMessage = z.infer<typeof SentMessage>;

/** By which way something of a conversation went: `chat` is the chat box of a page. */
export const ConversationWay = z.enum(['email', 'text', 'chat']);
export type ConversationWay = z.infer<typeof ConversationWay>;

export const ConversationState = z.enum(['open', 'closed']);

/** A conversation in the list of them. */
export const ConversationSummary = z.object({
  personId: PersonId,
  clientId: ClientId,
  name: z.string(),
  assigneeId: UserId.nullable(),
  assigneeName: z.string().nullable(),
  state: ConversationState,
  isUnread: z.boolean(),
  /** The newest that somebody wrote, on either side; `by` is who of the business did, empty for the person. */
  last: z.object({ kind: ConversationWay, words: z.string(), by: z.string(), at: InstantText }),
});
export type ConversationSummary = z.infer<typeof ConversationSummary>;

/** One message of a conversation. */
export const ConversationMessage = z.object({
  id: z.uuid(),
  kind: ConversationWay,
  /** They wrote it; else it went to them. */
  isTheirs: z.boolean(),
  /** What caused a message to them: a sequence, a campaign, "by Ada Moss"; empty for theirs. */
  origin: z.string(),
  /** The address or number theirs came from, where that is not the one on their record. */
  otherFrom: z.string(),
  subject: z.string(),
  body: z.string(),
  /** The whole of theirs, with what they answer, where more came along; empty otherwise. */
  whole: z.string(),
  /** What came with theirs. */
  files: z.array(z.object({ upload: UploadId, name: z.string(), bytes: z.int() })),
  /** How theirs was understood. */
  reading: z.enum(['answer', 'stop', 'start', 'help', 'away']),
  /** What became of a message to them; `sent` for theirs. */
  state: MessageOutcome,
  reason: z.string(),
  at: InstantText,
});
export type ConversationMessage = z.infer<typeof ConversationMessage>;

export const ConversationRecord = z.object({
  /** Null where they have never written. */
  conversation: z.object({ state: ConversationState, isUnread: z.boolean() }).nullable(),
  /** The newest hundred, the oldest first. */
  messages: z.array(ConversationMessage),
  /** Whether somebody who has written in a chat box looks at it now; null where they never have. */
  chat: z.object({ isThere: z.boolean() }).nullable(),
  /** What an answer goes to, the latest of each way, and why it can't be answered that way: a clause, null where it can. */
  answers: z.array(
    z.object({
      kind: z.enum(['email', 'text']),
      to: InboxMessageId.nullable(),
      subject: z.string(),
      why: z.string().nullable(),
    }),
  ),
});
export type ConversationRecord = z.infer<typeof ConversationRecord>;

/** How many conversations of a client are unread, open, and open with who asks looking after them. */
export const InboxCounts = z.object({ unread: z.int(), open: z.int(), mine: z.int() });
export type InboxCounts = z.infer<typeof InboxCounts>;

/** A domain that emails come from, with what its records have to be and what they were found to be. */
export const MailDomainView = z.object({
  domain: z.string(),
  state: z.enum(['waiting', 'right', 'lost', 'gone']),
  checkedAt: InstantText.nullable(),
  compared: z.array(z.object({ needed: DnsLine, found: z.array(DnsLine), right: z.boolean() })),
});
export type MailDomainView = z.infer<typeof MailDomainView>;

/** From whom a client's emails come. */
export const SenderView = z.object({
  sender: Sender,
  shown: z.object({
    name: z.string(),
    address: z.string(),
    /** Empty where answers go to the inbox. */
    replyTo: z.string(),
    domain: z.string().nullable(),
    /** The address that was asked for and can't be used yet. */
    notYet: z.string().nullable(),
  }),
  /** The address that emails come from where the client has none of its own. */
  installation: z.string(),
  /** Mail to this address comes into the inbox too; null where no mail is taken in. */
  inbox: z.string().nullable(),
  domains: z.array(MailDomainView),
});
export type SenderView = z.infer<typeof SenderView>;

/** An address that gets no mail of a client's, and why. */
export const SuppressedAddress = z.object({
  address: z.string(),
  reason: z.enum(['bounced', 'complained', 'by-hand', 'unsubscribed']),
  /** Who put it there; empty where a report or they themselves did. */
  by: z.string(),
  at: InstantText,
});
export type SuppressedAddress = z.infer<typeof SuppressedAddress>;
