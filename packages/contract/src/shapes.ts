import { Brand } from '@plumgate/core/brand';
import {
  ClientId,
  FormId,
  FunnelId,
  InstantText,
  MessageId,
  PageId,
  PersonId,
  PictureId,
  SequenceId,
  Slug,
  UserId,
} from '@plumgate/core/basics';
import { Facts } from '@plumgate/core/clients';
import { SequenceContent } from '@plumgate/core/followup';
import { z } from 'zod';
import { Role } from './rights.ts';

export const SignedIn = z.object({
  user: z.object({
    id: UserId,
    name: z.string(),
    email: z.string(),
    role: Role,
    clientId: ClientId.nullable(),
  }),
  agency: z.object({ name: z.string() }),
  demo: z.boolean(),
});
export type SignedIn = z.infer<typeof SignedIn>;

export const ClientSummary = z.object({
  id: ClientId,
  name: z.string(),
  slug: Slug,
  trade: z.string(),
  zone: z.string(),
  /** Where the client's pages answer, without a trailing slash. */
  site: z.string(),
  colour: z.string(),
});
export type ClientSummary = z.infer<typeof ClientSummary>;

export const ClientSheet = ClientSummary.extend({ facts: Facts, brand: Brand });
export type ClientSheet = z.infer<typeof ClientSheet>;

/** `changed` is live with edits that are not published yet. */
export const PageState = z.enum(['draft', 'live', 'changed']);
export type PageState = z.infer<typeof PageState>;

export const FunnelSummary = z.object({
  id: FunnelId,
  name: z.string(),
  steps: z.int(),
  state: PageState,
  address: z.string().nullable(),
  visitors30: z.int(),
  leads30: z.int(),
});

/** What happens when a form arrives or a page opens, as a line under the step. */
export const Happening = z.object({
  kind: z.enum(['tag', 'give', 'start', 'tell', 'thank']),
  text: z.string(),
  note: z.string(),
  sequenceId: SequenceId.nullable(),
});

export const PathStep = z.object({
  pageId: PageId,
  name: z.string(),
  slug: z.string(),
  address: z.string(),
  state: PageState,
  visitors: z.int(),
  phoneVisitors: z.int(),
  leads: z.int(),
  /** What carries a visitor to the next step; null where nothing does, which is a fault on all but the last step. */
  movesOnBy: z.string().nullable(),
  happenings: z.array(Happening),
});
export type PathStep = z.infer<typeof PathStep>;

export const PathBoard = z.object({
  funnel: z.object({ id: FunnelId, name: z.string(), clientId: ClientId }),
  days: z.int(),
  arrivals: z.array(z.object({ source: z.string(), visitors: z.int() })),
  steps: z.array(PathStep),
});
export type PathBoard = z.infer<typeof PathBoard>;

/** A draft on the wire: forms by id. The server checks it with core's own schema. */
export const DraftBody = z.object({ page: z.unknown(), forms: z.record(z.string(), z.unknown()) });

export const EditorPage = z.object({
  pageId: PageId,
  funnel: z.object({ id: FunnelId, name: z.string() }),
  steps: z.array(z.object({ pageId: PageId, name: z.string(), state: PageState })),
  slug: z.string(),
  address: z.string(),
  state: PageState,
  version: z.int(),
  draft: DraftBody,
  /** On how many pages each of the forms stands. */
  formUses: z.record(z.string(), z.int()),
  client: ClientSheet,
});
export type EditorPage = z.infer<typeof EditorPage>;

export const FormSummary = z.object({ id: FormId, name: z.string(), questions: z.int() });
export const Picture = z.object({
  id: PictureId,
  name: z.string(),
  width: z.int(),
  height: z.int(),
  src: z.string(),
});
export type Picture = z.infer<typeof Picture>;

export const PersonSummary = z.object({
  id: PersonId,
  firstName: z.string(),
  lastName: z.string(),
  email: z.string(),
  phone: z.string(),
  tags: z.array(z.string()),
  source: z.string(),
  ownerName: z.string().nullable(),
  addedAt: InstantText,
  lastSeenAt: InstantText,
  submissions: z.int(),
});
export type PersonSummary = z.infer<typeof PersonSummary>;

export const TimelineEntry = z.object({
  at: InstantText,
  kind: z.enum(['submitted', 'tagged', 'given', 'joined', 'sent', 'told']),
  text: z.string(),
  note: z.string(),
  answers: z.array(z.object({ question: z.string(), answer: z.string() })),
});
export type TimelineEntry = z.infer<typeof TimelineEntry>;

export const PersonRecord = PersonSummary.extend({
  clientId: ClientId,
  comingUp: z.array(z.object({ at: InstantText, text: z.string(), note: z.string() })),
  timeline: z.array(TimelineEntry),
});
export type PersonRecord = z.infer<typeof PersonRecord>;

export const SequenceView = z.object({
  id: SequenceId,
  clientId: ClientId,
  content: SequenceContent,
  version: z.int(),
  running: z.int(),
  joined: z.int(),
  /** How many people each step has reached, by step id. */
  sent: z.record(z.string(), z.int()),
});
export type SequenceView = z.infer<typeof SequenceView>;

export const MessageSummary = z.object({
  id: MessageId,
  kind: z.literal('email'),
  from: z.string(),
  to: z.string(),
  subject: z.string(),
  text: z.string(),
  receivedAt: InstantText,
});
export type MessageSummary = z.infer<typeof MessageSummary>;
export const MessageRecord = MessageSummary.extend({ html: z.string() });
export type MessageRecord = z.infer<typeof MessageRecord>;
