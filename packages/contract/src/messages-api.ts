import { ClientId, InboxMessageId, MessageId, PersonId } from '@plumgate/core/basics';
import { Sender } from '@plumgate/core/emails';
import { WrittenMessage } from '@plumgate/core/followup';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import {
  ConversationRecord,
  ConversationState,
  ConversationSummary,
  InboxCounts,
  MailDomainView,
  MessageOutcome,
  MessageRecord,
  MessageSummary,
  SenderView,
  SentMessage,
  SuppressedAddress,
} from './messages.ts';
import { nothing, page, searchText } from './parts.ts';

const ofClient = z.object({ clientId: ClientId });
const ofPerson = z.object({ personId: PersonId });
const ofMessage = z.object({ messageId: MessageId });

export const listMessages = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/messages',
  summary:
    'Every message of a client that was sent, is to be sent or was left out, the last queued first',
  right: 'messages.read',
  params: ofClient,
  query: z.object({
    search: searchText,
    state: MessageOutcome.optional(),
    kind: z.enum(['email', 'text']).optional(),
    ...page,
  }),
  answer: z.object({ messages: z.array(SentMessage), next: z.string().nullable() }),
});
export const getMessage = endpoint({
  method: 'GET',
  path: '/api/messages/:messageId',
  summary: 'One message as its recipient sees it',
  right: 'messages.read',
  params: ofMessage,
  answer: MessageRecord,
});
export const listPostRoom = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/post-room',
  summary:
    'What the built-in mail server and text gateway received for a client, and the replies written there, newest first',
  right: 'messages.read',
  params: ofClient,
  query: z.object({ search: searchText, ...page }),
  answer: z.object({ messages: z.array(MessageSummary), next: z.string().nullable() }),
});
export const replyToMessage = endpoint({
  method: 'POST',
  path: '/api/messages/:messageId/reply',
  summary: 'Answer a message as its recipient, by way of the built-in gateway',
  right: 'messages.reply',
  params: ofMessage,
  body: z.object({
    body: z.string().trim().min(1, 'Write the reply.').max(1000),
    /** As a mail program does it by itself while its owner is away. */
    automatic: z.boolean().default(false),
  }),
  answer: nothing,
});

export const reportMessage = endpoint({
  method: 'POST',
  path: '/api/messages/:messageId/report',
  summary: 'Report an email as its recipient’s mail server would, by way of the built-in one',
  right: 'messages.reply',
  params: ofMessage,
  body: z.strictObject({ as: z.enum(['returned', 'junk']) }),
  answer: nothing,
});

export const listConversations = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/inbox',
  summary: 'The conversations of a client, those with the newest message first',
  right: 'people.read',
  params: ofClient,
  query: z.object({
    show: z.enum(['open', 'unread', 'mine', 'closed']).default('open'),
    search: searchText,
    ...page,
  }),
  answer: z.object({
    conversations: z.array(ConversationSummary),
    counts: InboxCounts,
    next: z.string().nullable(),
  }),
});
export const countInbox = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/inbox/counts',
  summary: 'How many conversations of a client are unread, open, and looked after by who asks',
  right: 'people.read',
  params: ofClient,
  answer: InboxCounts,
});
export const getConversation = endpoint({
  method: 'GET',
  path: '/api/people/:personId/conversation',
  summary: 'What a person wrote and what was sent to them, by every way, as one conversation',
  right: 'people.read',
  params: ofPerson,
  answer: ConversationRecord,
});
export const changeConversation = endpoint({
  method: 'PUT',
  path: '/api/people/:personId/conversation',
  summary: 'Mark a conversation read or unread, close it or open it again',
  right: 'people.write',
  params: ofPerson,
  body: z.strictObject({ state: ConversationState.optional(), isUnread: z.boolean().optional() }),
  answer: nothing,
});
export const writeToPerson = endpoint({
  method: 'POST',
  path: '/api/people/:personId/messages',
  summary:
    'Send a person an email or a text, or an answer to what they wrote; the same `id` again sends nothing more',
  right: 'people.write',
  params: ofPerson,
  body: z.strictObject({
    id: z.uuid(),
    message: WrittenMessage,
    /** What it answers: an email goes into the same thread. */
    answers: InboxMessageId.nullable().default(null),
  }),
  answer: nothing,
});

export const answerInChat = endpoint({
  method: 'POST',
  path: '/api/people/:personId/chat-answers',
  summary:
    'Answer a person in the chat box that they wrote in last; the same `id` again answers nothing more. What they have not seen within a minute goes by email',
  right: 'people.write',
  params: ofPerson,
  body: z.strictObject({
    id: InboxMessageId,
    body: z.string().trim().min(1, 'Write the answer.').max(2000),
  }),
  answer: nothing,
});

const ofMailDomain = z.object({ clientId: ClientId, host: z.string().max(253) });

export const getSender = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/sender',
  summary: 'From whom a client’s emails come, and the domains they may come from',
  right: 'clients.read',
  params: ofClient,
  answer: SenderView,
});
export const saveSender = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/sender',
  summary: 'Say from whom a client’s emails come; an address is used once its domain is verified',
  right: 'followup.write',
  params: ofClient,
  body: Sender,
  answer: SenderView,
});
export const addMailDomain = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/mail-domains',
  summary: 'Add a domain that emails come from; a key is made for it',
  right: 'followup.write',
  params: ofClient,
  body: z.strictObject({ domain: z.string().max(400) }),
  answer: MailDomainView,
});
export const checkMailDomain = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/mail-domains/:host/check',
  summary: 'Check the records of a domain that emails come from now',
  right: 'followup.write',
  params: ofMailDomain,
  answer: MailDomainView,
});
export const removeMailDomain = endpoint({
  method: 'DELETE',
  path: '/api/clients/:clientId/mail-domains/:host',
  summary: 'Take a domain off: emails come from the installation’s address again',
  right: 'followup.write',
  params: ofMailDomain,
  answer: nothing,
});

export const listSuppressed = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/suppressions',
  summary: 'The addresses that get no mail of a client’s, with who has unsubscribed, by address',
  right: 'followup.read',
  params: ofClient,
  query: z.object({ search: searchText, ...page, after: z.string().max(254).optional() }),
  answer: z.object({ addresses: z.array(SuppressedAddress), next: z.string().nullable() }),
});
export const suppress = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/suppressions',
  summary:
    'Put addresses on the list of those that get no mail; what is queued for them is left out',
  right: 'followup.write',
  params: ofClient,
  body: z.strictObject({ addresses: z.array(z.string().max(500)).min(1).max(5000) }),
  /** `refused` are the first of those that are no addresses. */
  answer: z.object({ added: z.int(), refused: z.array(z.string()) }),
});
export const unsuppress = endpoint({
  method: 'DELETE',
  path: '/api/clients/:clientId/suppressions/:address',
  summary: 'Take an address off the list of those that get no mail',
  right: 'followup.write',
  params: z.object({ clientId: ClientId, address: z.string().max(254) }),
  answer: nothing,
});
export const exportSuppressed = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/suppressions.csv',
  summary: 'The addresses that get no mail of a client’s, as a CSV file',
  right: 'followup.read',
  params: ofClient,
  answerType: 'text/csv',
  answer: z.unknown(),
});
