import { Brand } from '@plumgate/core/brand';
import {
  BinId,
  BookingId,
  BusyFeedId,
  CalendarId,
  CampaignId,
  ClientId,
  ConsentPurpose,
  FieldId,
  FileId,
  FormId,
  FunnelId,
  InstantText,
  LinkedBandId,
  ListId,
  MergeId,
  Money,
  PageId,
  PersonId,
  PictureId,
  RevisionId,
  RuleId,
  SequenceId,
  Slug,
  StageId,
  TestId,
  SubmissionId,
  RunId,
  TaskId,
  StaffId,
  TemplateId,
  TimeOffId,
  VoucherPoolId,
  WaitingEntryId,
} from '@plumgate/core/basics';
import { VoucherPoolContent } from '@plumgate/core/vouchers';
import { Finding } from '@plumgate/core/launch';
import { measuringModes, TagPlace } from '@plumgate/core/tags';
import { Facts } from '@plumgate/core/clients';
import { junkReasons, UploadedFile } from '@plumgate/core/forms';
import { Conditions } from '@plumgate/core/conditions';
import { CalendarContent, Deposit, StaffTimes } from '@plumgate/core/booking';
import {
  followUpAims,
  startWords,
  type FollowUp,
  type FollowUpAim,
  type StartsBy,
} from '@plumgate/core/library';
import { trades, type Trade } from '@plumgate/core/templates';
import { CampaignContent, CampaignState } from '@plumgate/core/campaigns';
import { LeftOut, SequenceContent } from '@plumgate/core/followup';
import { FieldContent, StageContent, TaskContent } from '@plumgate/core/people';
import { RuleContent } from '@plumgate/core/routing';
import { z } from 'zod';
import { noHome, ShownHome } from './listings.ts';
import { DnsLine } from './dns.ts';
import { MessageOutcome } from './messages.ts';

export const ClientSummary = z.object({
  id: ClientId,
  name: z.string(),
  slug: Slug,
  trade: z.string(),
  zone: z.string(),
  /** In which money of theirs is counted: `USD`. */
  currency: z.string(),
  /** Two letters of ISO 3166-1. */
  country: z.string(),
  /** Where the client's pages answer, without a trailing slash. */
  site: z.string(),
  /** The address they are known by: a host of the client’s own where one is right, else the same. */
  knownSite: z.string(),
  /** Marks a browser as ours, in the field `_own` of an address of the client's pages: its visits are not counted. */
  ownMarker: z.string(),
  /** How visitors are counted, which results have to say. */
  measuring: z.enum(measuringModes),
  colour: z.string(),
});
export type ClientSummary = z.infer<typeof ClientSummary>;

/** What ends with a client that is archived: live pages, people in sequences, queued messages, bookings ahead, people who wait. */
export const ArchiveEffect = z.object({
  pages: z.int(),
  inSequences: z.int(),
  queued: z.int(),
  bookings: z.int(),
  waiting: z.int(),
});
export type ArchiveEffect = z.infer<typeof ArchiveEffect>;

export const ArchivedClient = z.object({
  id: ClientId,
  name: z.string(),
  archivedAt: InstantText,
});
export type ArchivedClient = z.infer<typeof ArchivedClient>;

export const ClientSheet = ClientSummary.extend({ facts: Facts, brand: Brand });
export type ClientSheet = z.infer<typeof ClientSheet>;

/** `changed` is live and differs from its draft; `offline` was live and can be again. */
export const PageState = z.enum(['draft', 'live', 'changed', 'offline']);
export type PageState = z.infer<typeof PageState>;

export const FunnelSummary = z.object({
  id: FunnelId,
  clientId: ClientId,
  name: z.string(),
  /** Empty for none. */
  folder: z.string(),
  steps: z.int(),
  /** The steps' pages in their order. */
  pages: z.array(z.object({ pageId: PageId, name: z.string(), visitors30: z.int() })),
  state: PageState,
  address: z.string().nullable(),
  visitors30: z.int(),
  leads30: z.int(),
  /** Of the visitors, those who became leads: what the rate is made of. */
  converted30: z.int(),
});
export type FunnelSummary = z.infer<typeof FunnelSummary>;

/** What happens when a form arrives or a page opens, as a line under the step. */
export const Happening = z.object({
  kind: z.enum(['tag', 'assign', 'stage', 'task', 'start', 'notify', 'book']),
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
  /** Somebody said that it may go live as it is. */
  ready: z.boolean(),
  visitors: z.int(),
  phoneVisitors: z.int(),
  leads: z.int(),
  /** Its sections in their order, each with the visitors who came to it; empty for a page that is shown whole. */
  sections: z.array(z.object({ id: z.string(), name: z.string(), visitors: z.int() })),
  /** Its form takes a time: its leads are bookings. */
  books: z.boolean(),
  /** Where it leads, and what carries a visitor there: null where nothing does, a fault on all but the last step. */
  next: PageId.nullable(),
  movesOnBy: z
    .object({ kind: z.enum(['form', 'booking', 'button']), words: z.string() })
    .nullable(),
  /** What could carry them, for drawing a wire: forms and buttons, with what each does now. */
  carriers: z.array(
    z.object({
      kind: z.enum(['form', 'button']),
      /** The form's id, or the block's. */
      id: z.string(),
      words: z.string(),
      leadsOn: z.boolean(),
    }),
  ),
  happenings: z.array(Happening),
});
export type PathStep = z.infer<typeof PathStep>;

export const PathBoard = z.object({
  funnel: z.object({
    id: FunnelId,
    name: z.string(),
    clientId: ClientId,
    folder: z.string(),
    head: z.string(),
    body: z.string(),
  }),
  /** The step whose way on loses most against what its kind usually does; null when none does. */
  weakest: PageId.nullable(),
  days: z.int(),
  /** Everybody who wrote in the funnel, once. */
  leads: z.int(),
  /** Of the first step's visitors, those who became leads: what the rate is made of. */
  converted: z.int(),
  arrivals: z.array(z.object({ source: z.string(), visitors: z.int() })),
  steps: z.array(PathStep),
});
export type PathBoard = z.infer<typeof PathBoard>;

/** A draft on the wire: forms by id. The server checks it with core's own schema. */
export const DraftBody = z.object({ page: z.unknown(), forms: z.record(z.string(), z.unknown()) });

/** What a page may be bound to: what the client has. */
export const Around = z.object({
  pages: z.array(z.object({ id: PageId, live: z.boolean() })),
  calendars: z.array(
    z.object({
      id: CalendarId,
      open: z.boolean(),
      notifies: z.boolean(),
      /** Of an event: the date that pages tell, and what their words may name of it; null for any other calendar. */
      event: z
        .object({ start: InstantText, zone: z.string(), fields: z.record(z.string(), z.string()) })
        .nullable(),
    }),
  ),
  files: z.array(FileId),
  vouchers: z.array(z.object({ key: z.string(), name: z.string() })),
  forms: z.array(FormId),
  others: z.array(
    z.object({
      name: z.string(),
      phone: z.string(),
      email: z.string(),
      hosts: z.array(z.string()),
    }),
  ),
  copied: z.array(
    z.object({ client: z.string(), kind: z.enum(['calendar', 'sequence']), name: z.string() }),
  ),
  /** Whether money is spent on ads, and which pages carry a tag that counts visits. */
  ads: z.boolean(),
  tags: z.array(TagPlace),
});
export type Around = z.infer<typeof Around>;

/** What the launch check says of one page. */
export const PageLaunch = z.object({
  pageId: PageId,
  name: z.string(),
  findings: z.array(Finding),
  reading: z.object({ words: z.int(), ease: z.number(), grade: z.number(), seconds: z.int() }),
});
export type PageLaunch = z.infer<typeof PageLaunch>;

/** A link by which a client looks at drafts, and what was said by it. */
export const ApprovalView = z.object({
  id: z.uuid(),
  createdAt: InstantText,
  expiresAt: InstantText,
  state: z.enum(['open', 'expired', 'closed']),
  approved: z.object({ by: z.string(), at: InstantText }).nullable(),
  remarks: z.array(
    z.object({
      id: z.int(),
      pageId: PageId,
      page: z.string(),
      /** The band it is pinned to; empty for the page as a whole. */
      part: z.string(),
      who: z.string(),
      words: z.string(),
      at: InstantText,
      done: z.boolean(),
    }),
  ),
});
export type ApprovalView = z.infer<typeof ApprovalView>;
/** A client's own host, with what its records have to be and what they were found to be. */
export const DomainView = z.object({
  host: z.string(),
  shown: z.string(),
  state: z.enum(['waiting', 'right', 'lost', 'gone']),
  checkedAt: InstantText.nullable(),
  /** Until when it is still served though its records went. */
  servedUntil: InstantText.nullable(),
  compared: z.array(z.object({ needed: DnsLine, found: z.array(DnsLine), right: z.boolean() })),
});
export type DomainView = z.infer<typeof DomainView>;
export const StandInRecord = DnsLine.extend({ id: z.int() });
export type StandInRecord = z.infer<typeof StandInRecord>;

/** One thing that happened on a test run, or where it broke and why. */
export const TestRunPoint = z.object({
  page: z.string(),
  width: z.enum(['wide', 'phone']),
  what: z.string(),
  /** In ms. */
  took: z.int(),
  ok: z.boolean(),
  lines: z.array(z.string()),
});
export type TestRunPoint = z.infer<typeof TestRunPoint>;
export const TestRunView = z.object({ points: z.array(TestRunPoint), over: z.boolean() });
export type TestRunView = z.infer<typeof TestRunView>;

/** One time that a page was published: when, by whom, and whether visitors see it now. */
export const RevisionView = z.object({
  revisionId: RevisionId,
  publishedAt: InstantText,
  by: z.string().nullable(),
  isLive: z.boolean(),
});
export type RevisionView = z.infer<typeof RevisionView>;

export const EditorPage = z.object({
  pageId: PageId,
  /** With the style of the client's brand that its pages have; empty for the brand itself. */
  funnel: z.object({ id: FunnelId, name: z.string(), style: z.string() }),
  steps: z.array(
    z.object({ pageId: PageId, name: z.string(), state: PageState, next: PageId.nullable() }),
  ),
  slug: z.string(),
  address: z.string(),
  state: PageState,
  version: z.int(),
  draft: DraftBody,
  /** On how many pages each of the forms stands. */
  formUses: z.record(z.string(), z.int()),
  /** The split test of the page that has not ended. */
  test: z.object({ testId: TestId, isRunning: z.boolean() }).nullable(),
  around: Around,
  home: ShownHome.default(noHome),
  /** The program's time when it was asked. */
  now: InstantText,
  /** The client as pages of this funnel show it: its brand is in the funnel's style. */
  client: ClientSheet,
  /** The client's brand with all its styles. */
  brand: Brand,
});
export type EditorPage = z.infer<typeof EditorPage>;

/** What somebody changed: the endpoint's name and the ids of its address; alike within an hour they are one. */
export const AuditView = z.object({
  id: z.int(),
  by: z.string(),
  action: z.string(),
  target: z.string(),
  times: z.int(),
  at: InstantText,
});
export type AuditView = z.infer<typeof AuditView>;

/** A form by itself. `version` goes up with every change, from whichever page or screen it came. */
export const FormView = z.object({
  id: FormId,
  version: z.int(),
  definition: z.unknown(),
  pages: z.array(z.object({ pageId: PageId, name: z.string() })),
});
export type FormView = z.infer<typeof FormView>;

export const FormSummary = z.object({
  id: FormId,
  name: z.string(),
  questions: z.int(),
  /** What merge fields may name of its answers: `answers.` and the key. */
  answers: z.array(z.object({ key: z.string(), label: z.string() })),
});
/** A form in the list of a client's forms: where visitors meet it, and what came of it. */
export const FormOverview = z.object({
  id: FormId,
  name: z.string(),
  /** Empty for no folder. */
  folder: z.string(),
  questions: z.int(),
  parts: z.int(),
  pages: z.array(z.object({ pageId: PageId, name: z.string(), funnel: z.string() })),
  submissions: z.int(),
  lastAt: InstantText.nullable(),
});
export type FormOverview = z.infer<typeof FormOverview>;
export const Picture = z.object({
  id: PictureId,
  name: z.string(),
  width: z.int(),
  height: z.int(),
  src: z.string(),
});
export type Picture = z.infer<typeof Picture>;

export const FileType = z.enum(['application/pdf', 'video/mp4', 'video/webm']);
export type FileType = z.infer<typeof FileType>;
export const FileSummary = z.object({
  id: FileId,
  name: z.string(),
  type: FileType,
  /** In bytes. */
  size: z.int(),
  href: z.string(),
});
export type FileSummary = z.infer<typeof FileSummary>;

/** A band that is kept once, and the pages it stands on. */
export const LinkedBandView = z.object({
  id: LinkedBandId,
  band: z.unknown(),
  forms: z.record(z.string(), z.unknown()),
  pages: z.array(z.object({ pageId: PageId, name: z.string(), funnel: z.string() })),
});
export type LinkedBandView = z.infer<typeof LinkedBandView>;

/** A page that another may lead to. */
export const PageChoice = z.object({
  pageId: PageId,
  name: z.string(),
  funnelId: FunnelId,
  funnel: z.string(),
  slug: z.string(),
  address: z.string(),
  live: z.boolean(),
  state: PageState,
  visitors30: z.int(),
  leads30: z.int(),
  /** Of the visitors, those who became leads: what the rate is made of. */
  converted30: z.int(),
  leadsEver: z.int(),
  createdAt: InstantText,
  /** Nobody becomes a lead on a page without a form. */
  hasForm: z.boolean(),
  changedAt: InstantText,
});
export type PageChoice = z.infer<typeof PageChoice>;

/** Pages or bands kept for other funnels and clients; a band template is one page with the band alone. */
export const TemplateContent = z.object({
  pages: z
    .array(z.object({ name: z.string().trim().min(1).max(80), draft: DraftBody }))
    .min(1)
    .max(8),
});
export type TemplateContent = z.infer<typeof TemplateContent>;
export const TemplateKind = z.enum(['band', 'page', 'funnel']);
export type TemplateKind = z.infer<typeof TemplateKind>;
export const TemplateView = z.object({
  id: TemplateId,
  kind: TemplateKind,
  name: z.string(),
  content: TemplateContent,
});
export type TemplateView = z.infer<typeof TemplateView>;

/** What can be deleted and comes back from the bin. */
export const BinKind = z.enum([
  'funnel',
  'page',
  'form',
  'calendar',
  'sequence',
  'rule',
  'template',
  'picture',
  'person',
  'list',
  'campaign',
  'vouchers',
  'follow-up',
  'listing',
]);
export type BinKind = z.infer<typeof BinKind>;

/** One thing that goes, stops or has to do without when something is deleted: how many there are of it, and their names where they have any. */
export const Loss = z.object({
  what: z.enum([
    'visitors',
    'leads',
    'goes-along',
    'shown-on',
    'rules',
    'sequences',
    'calendars',
    'runs',
    'upcoming-bookings',
    'cancelled-bookings',
    'submissions',
  ]),
  count: z.number().int(),
  names: z.array(z.string()).default([]),
});
export type Loss = z.infer<typeof Loss>;

/** What deleting something would mean, before it is done. */
export const RemovalView = z.object({
  name: z.string(),
  /** Visitors can see it now: anyone who deletes it types its name. */
  isLive: z.boolean(),
  losses: z.array(Loss),
});
export type RemovalView = z.infer<typeof RemovalView>;

export const BinEntry = z.object({
  id: BinId,
  kind: BinKind,
  name: z.string(),
  removedAt: InstantText,
  removedBy: z.string(),
  /** When it goes for good. */
  goneAt: InstantText,
});
export type BinEntry = z.infer<typeof BinEntry>;

/** A value of a field: several choices as a list, money in minor units. */
const FieldValue = z.union([z.string(), z.number(), z.boolean(), z.array(z.string()), Money]);

export const PersonSummary = z.object({
  id: PersonId,
  firstName: z.string(),
  lastName: z.string(),
  email: z.string(),
  phone: z.string(),
  tags: z.array(z.string()),
  /** Where they came from when they first wrote, and when they last did. */
  source: z.string(),
  lastSource: z.string(),
  assigneeName: z.string().nullable(),
  addedAt: InstantText,
  lastSeenAt: InstantText,
  submissions: z.int(),
  /** When somebody of the business first called or wrote; null while the lead waits. */
  touchedAt: InstantText.nullable(),
  town: z.string(),
  stageName: z.string().nullable(),
  /** When they came into the stage. */
  stageAt: InstantText.nullable(),
  lostReason: z.string(),
  /** What they are worth, in minor units of the client's currency. */
  value: z.int().nullable(),
  /** The values of the client's own fields, by their keys. */
  fields: z.record(z.string(), FieldValue),
});
export type PersonSummary = z.infer<typeof PersonSummary>;

export const peopleSorts = [
  'added',
  'seen',
  'name',
  'source',
  'assignee',
  'submissions',
  'town',
  'stage',
  'value',
] as const;

/** By what people are sorted; `reversed` for the other way round: the earliest first, names from Z. */
export const PeopleSort = z.strictObject({
  by: z.enum(peopleSorts),
  reversed: z.boolean().default(false),
});
export type PeopleSort = z.infer<typeof PeopleSort>;

/** A stage with how many people are in it, and what they are worth in minor units of the client's currency. */
export const StageView = StageContent.extend({ id: StageId, people: z.int(), value: z.number() });
export type StageView = z.infer<typeof StageView>;

/** The stages as a board, with those who came into each last. */
export const StageBoard = z.object({
  currency: z.string(),
  stages: z.array(StageView.extend({ cards: z.array(PersonSummary) })),
});
export type StageBoard = z.infer<typeof StageBoard>;

/** The people a change of many is about: those that are ticked, or all that match conditions and a search. */
export const WhoIsMeant = z.union([
  z.strictObject({ ids: z.array(PersonId).min(1).max(5000) }),
  z.strictObject({ conditions: Conditions, search: z.string().trim().max(200).default('') }),
]);
export type WhoIsMeant = z.infer<typeof WhoIsMeant>;

/** A task about a person; what is done is shown with who did it. */
export const TaskView = TaskContent.extend({
  id: TaskId,
  personId: PersonId,
  personName: z.string(),
  assigneeName: z.string().nullable(),
  madeBy: z.string(),
  doneAt: InstantText.nullable(),
  doneBy: z.string().nullable(),
  isOverdue: z.boolean(),
});
export type TaskView = z.infer<typeof TaskView>;

/** A list of people that is kept: the conditions, and how it is shown. A column of an own field is `field:` and its key. */
export const PeopleListContent = z.strictObject({
  name: z.string().trim().min(1, 'Give the list a name.').max(60),
  conditions: Conditions,
  columns: z.array(z.string().max(60)).max(30),
  sort: PeopleSort,
  isPinned: z.boolean(),
  /** Everybody of the client has it, not only who made it. */
  isShared: z.boolean(),
});
export type PeopleListContent = z.infer<typeof PeopleListContent>;

export const PeopleListView = PeopleListContent.extend({
  id: ListId,
  version: z.int(),
  /** How many people it has now; an estimate where `about` says so. */
  total: z.int(),
  about: z.boolean(),
});
export type PeopleListView = z.infer<typeof PeopleListView>;

/** How people are shown where no list says it. */
export const PeopleView = PeopleListContent.pick({ columns: true, sort: true });
export type PeopleView = z.infer<typeof PeopleView>;

export const TimelineEntry = z.object({
  at: InstantText,
  /** What it is about, for its icon. */
  kind: z.enum([
    'form',
    'tag',
    'owner',
    'stage',
    'sequence',
    'message',
    'notice',
    'booking',
    'reply',
    'touch',
    'trouble',
    'visit',
  ]),
  text: z.string(),
  note: z.string(),
  answers: z.array(z.object({ question: z.string(), answer: z.string() })),
});
export type TimelineEntry = z.infer<typeof TimelineEntry>;

export const BookingState = z.enum(['booked', 'came', 'missed', 'cancelled']);
export const BookingView = z.object({
  id: BookingId,
  calendarId: CalendarId,
  calendarName: z.string(),
  startsAt: InstantText,
  endsAt: InstantText,
  state: BookingState,
  person: z.object({ id: PersonId, name: z.string(), email: z.string(), phone: z.string() }),
  /** Who of the staff it is with; null for nobody by name. */
  staff: z.object({ id: StaffId, name: z.string() }).nullable(),
  /** The name of the place, of a calendar that has several. */
  place: z.string().nullable(),
  /** What the calendar's questions were answered by. */
  answers: z.array(z.object({ label: z.string(), answer: z.string() })),
  deposit: Deposit.nullable(),
});
export type BookingView = z.infer<typeof BookingView>;

/** Long work that somebody asked for, and how far it is. */
export const JobView = z.object({
  id: z.uuid(),
  kind: z.string(),
  state: z.enum(['queued', 'running', 'done', 'failed', 'cancelled', 'undone']),
  done: z.int(),
  /** How much there is to do; null while that is not known. */
  total: z.int().nullable(),
  result: z.record(z.string(), z.unknown()).nullable(),
  problem: z.string().nullable(),
  canUndo: z.boolean(),
  createdAt: InstantText,
});
export type JobView = z.infer<typeof JobView>;

/** What is being changed of something that acts on people: kept, and without effect until it is applied. */
export const ContentDraft = z.object({
  /** It may not be whole yet. */
  content: z.unknown(),
  /** The version that it was changed from. */
  version: z.int(),
});
export type ContentDraft = z.infer<typeof ContentDraft>;

export const CalendarView = z.object({
  id: CalendarId,
  clientId: ClientId,
  content: CalendarContent,
  version: z.int(),
  draft: ContentDraft.nullable(),
  /** Who of the client's staff takes its bookings, as it is saved; empty for a calendar without staff. */
  staff: z.array(z.object({ id: StaffId, name: z.string() })),
});
export type CalendarView = z.infer<typeof CalendarView>;

/** When somebody of a client's staff takes bookings, and what keeps them. */
export const StaffTimesView = z.object({
  id: StaffId,
  name: z.string(),
  role: z.string(),
  content: StaffTimes,
  /** 0 for somebody who was never set up. */
  version: z.int(),
  timeOff: z.array(
    z.object({ id: TimeOffId, from: InstantText, until: InstantText, note: z.string() }),
  ),
  /** Their own calendars, from which busy times are read: of the address, which is private, only the host. */
  feeds: z.array(
    z.object({
      id: BusyFeedId,
      host: z.string(),
      readAt: InstantText.nullable(),
      /** Why it could not be read the last time; what it said before holds. */
      problem: z.string().nullable(),
    }),
  ),
});
export type StaffTimesView = z.infer<typeof StaffTimesView>;

const RateCounts = z.object({
  /** New people who wrote or called in the time. */
  leads: z.int(),
  /** Of them, those who have booked since and not canceled. */
  booked: z.int(),
  /** Of the bookings that took place in the time: who came, who missed it, and where nobody said. */
  came: z.int(),
  missed: z.int(),
  unknown: z.int(),
});
/** How fast leads hear from a client, how many book, and how many of those who booked come. */
export const LeadRates = RateCounts.extend({
  since: InstantText,
  /** Of the leads, those who got a message; and the time until the first, in seconds: for half of them it was less. */
  answered: z.int(),
  medianSeconds: z.int().nullable(),
  /** The same by the source that people first came from, the most leads first. */
  sources: z.array(RateCounts.extend({ source: z.string() })),
});
export type LeadRates = z.infer<typeof LeadRates>;

/** Somebody who waits for a seat of a calendar. */
export const WaitingView = z.object({
  id: WaitingEntryId,
  person: z.object({ id: PersonId, name: z.string() }),
  /** The date of an event that they want; null for any time. */
  wants: InstantText.nullable(),
  /** Whom of the staff they want to see, and at which of several places; null for anybody, and where there is one place. */
  staff: z.object({ id: StaffId, name: z.string() }).nullable(),
  place: z.object({ id: z.string(), name: z.string() }).nullable(),
  since: InstantText,
  /** The seat that is held for them, and until when; null while they wait. */
  offered: z.object({ start: InstantText, until: InstantText }).nullable(),
});
export type WaitingView = z.infer<typeof WaitingView>;

/** What a change of an event's dates means for those who are signed up. */
export const EventChange = z.object({
  /** How many have a new time or place, and are told of it. */
  moved: z.int(),
  /** Dates that the event would have no more, with how many are signed up for each: they keep it from being applied. */
  gone: z.array(z.object({ start: InstantText, people: z.int() })),
  /** How many get a recording. */
  recordings: z.int(),
});
export type EventChange = z.infer<typeof EventChange>;

/** A start that may be booked: the moment, its wall time and offset in the calendar's zone, and the seats left. */
export const SlotView = z.object({
  start: InstantText,
  local: z.string(),
  offset: z.string(),
  /** Which of two alike wall times it is, on the day the clocks go back. */
  repeated: z.enum(['first', 'second']).nullable(),
  left: z.int(),
  /** Who of the staff can take it; left out for a calendar without staff. */
  staff: z.array(StaffId).optional(),
});
export type SlotView = z.infer<typeof SlotView>;

export const RuleView = z.object({
  id: RuleId,
  on: z.boolean(),
  content: RuleContent,
  version: z.int(),
  draft: ContentDraft.nullable(),
  /** How many leads of the last 30 days it matched. */
  matched30: z.int(),
  /** Of one that is on: why it can never match, as far as that is certain; `by` is the rule that hides it. */
  unreachable: z
    .object({ kind: z.enum(['asks-nothing', 'never', 'hidden']), by: z.string().optional() })
    .nullable(),
});
export type RuleView = z.infer<typeof RuleView>;

/** What a rule's sentence may name, by id and name. */
const Named = z.array(z.object({ id: z.string(), name: z.string() }));
/** What conditions on a client's people may name. */
export const ConditionChoices = z.object({
  form: Named,
  page: Named,
  funnel: Named,
  user: Named,
  calendar: Named,
  sequence: Named,
  stage: Named,
  /** The stages that mean that a lead is lost. */
  lostStages: z.array(StageId),
  /** The buttons and videos of pages; how much of a video was watched is told only of one that is `isMeasured`. */
  parts: z.array(
    z.object({
      page: PageId,
      id: z.string(),
      kind: z.enum(['button', 'video']),
      name: z.string(),
      isMeasured: z.boolean(),
    }),
  ),
  tags: z.array(z.string()),
  sources: z.array(z.string()),
  towns: z.array(z.string()),
  /** The questions of each form, with the only answers that one can have. */
  questions: z.array(
    z.object({
      form: FormId,
      key: z.string(),
      label: z.string(),
      kind: z.string(),
      offered: z.array(z.string()).nullable(),
    }),
  ),
  fields: z.array(FieldContent.safeExtend({ key: z.string() })),
});
export type ConditionChoices = z.infer<typeof ConditionChoices>;
export const RulePreviewView = z.object({
  days: z.int(),
  /** Leads that came in altogether, those the rule would have matched, and those of them from campaigns it does not name. */
  leads: z.int(),
  matched: z.int(),
  others: z.int(),
  pages: z.array(
    z.object({ page: z.string(), funnel: z.string(), leads: z.int(), own: z.boolean() }),
  ),
  people: z.array(z.object({ id: PersonId, name: z.string(), page: z.string(), at: InstantText })),
});
export type RulePreviewView = z.infer<typeof RulePreviewView>;

/** How many leads came in lately, and where those came from that no rule matched. */
export const RecentLeads = z.object({
  days: z.int(),
  leads: z.int(),
  unmatched: z.array(z.object({ page: z.string(), funnel: z.string(), leads: z.int() })),
});
export type RecentLeads = z.infer<typeof RecentLeads>;

/** What a change of a sequence means for the people who are in it. */
export const SequenceEffect = z.object({
  people: z.int(),
  /** Merge fields without a fallback that are empty for some of them in what is still to be sent. */
  gaps: z.array(z.object({ field: z.string(), people: z.int() })),
  steps: z.array(
    z.object({
      step: z.string(),
      name: z.string(),
      moved: z.int(),
      added: z.int(),
      leftOut: z.int(),
      removed: z.int(),
    }),
  ),
});
export type SequenceEffect = z.infer<typeof SequenceEffect>;

/** Somebody who waits for a call or a message. */
export const WaitingPerson = PersonSummary.extend({
  clientId: ClientId,
  waitingSince: InstantText,
  /** By when the client's promise has them answered. */
  promisedBy: InstantText,
});
export type WaitingPerson = z.infer<typeof WaitingPerson>;

export const TodayBoard = z.object({
  /**
   * New leads nobody has touched, each with the moment until which an answer is promised: those still within it by that
   * moment, then the overdue ones, the newest first. At most 200, the newest.
   */
  waiting: z.array(WaitingPerson),
  waitingTotal: z.int(),
  /** What is due by the end of the day. */
  tasks: z.array(TaskView),
  bookings: z.array(BookingView),
  /** Addresses of the business where no notices go any more, since somebody pressed their unsubscribe. */
  stoppedNotices: z.array(z.object({ address: z.string(), stoppedAt: InstantText })),
  /** Hosts of the client's own whose DNS records are gone: still served until then, or with null no more. */
  lostHosts: z.array(z.object({ shown: z.string(), servedUntil: InstantText.nullable() })),
  /** How many submissions over a limit wait for somebody to look at them. */
  held: z.int(),
  failed: z.array(
    z.object({
      id: z.string(),
      what: z.string(),
      to: z.string(),
      why: z.string(),
      personId: PersonId.nullable(),
      at: InstantText,
    }),
  ),
});
export type TodayBoard = z.infer<typeof TodayBoard>;

/** What somebody gave of a known person that differs from what is known of them. */
export const AlsoGivenView = z.object({
  field: z.enum(['name', 'email', 'phone']),
  value: z.string(),
  givenAt: InstantText,
});
export type AlsoGivenView = z.infer<typeof AlsoGivenView>;

/** A submission over a limit, as it came: nothing has happened because of it. */
export const HeldView = z.object({
  id: SubmissionId,
  form: z.string(),
  page: z.string(),
  source: z.string(),
  /** Too many from one network address, by one form, or naming one person. */
  reason: z.enum(['address', 'form', 'recipient']),
  receivedAt: InstantText,
  answers: z.array(z.object({ question: z.string(), answer: z.string() })),
});
export type HeldView = z.infer<typeof HeldView>;

/** An answer as it was given: one value, or several. */
export const AnswerView = z.object({
  key: z.string(),
  label: z.string(),
  /** Whether it tells who they are: a name, an email address, a phone. */
  isWho: z.boolean(),
  value: z.union([z.string(), z.number(), z.boolean()]).optional(),
  values: z.array(z.string()).optional(),
  /** Of an answer by files: each can be downloaded by its id. */
  files: z.array(UploadedFile).optional(),
});
export type AnswerView = z.infer<typeof AnswerView>;

/** What somebody sent by a form. Junk belongs to nobody: nothing has happened because of it. */
export const SubmissionView = z.object({
  id: SubmissionId,
  personId: PersonId.nullable(),
  /** Their name, email or phone, whichever is known. */
  person: z.string(),
  formId: FormId,
  form: z.string(),
  pageId: PageId,
  page: z.string(),
  receivedAt: InstantText,
  answers: z.array(AnswerView),
  /** Where the person first came from, and where this visit did. */
  source: z.object({ first: z.string(), last: z.string() }),
  /** The names of the rules that matched. */
  rules: z.array(z.string()),
  junk: z.object({ reason: z.enum([...HeldView.shape.reason.options, ...junkReasons]) }).nullable(),
});
export type SubmissionView = z.infer<typeof SubmissionView>;

/** After how many months without contact people are erased or made anonymous; null for never. */
export const Retention = z.object({
  months: z.int().min(1).max(120).nullable(),
  how: z.enum(['erase', 'anonymize']),
});
export type Retention = z.infer<typeof Retention>;

/** What a submission set off. */
export const SetOff = z.object({
  /** Somebody changed answers that they had sent before: then rules and follow-up don't run again. */
  isChange: z.boolean(),
  matched: z.array(z.string()),
  /** The rules that were on and did not match, each with the reason in a sentence. */
  missed: z.array(z.object({ name: z.string(), why: z.string() })),
  bookings: z.array(
    z.object({
      calendar: z.string(),
      startsAt: InstantText,
      zone: z.string(),
      state: z.enum(['booked', 'came', 'missed', 'cancelled']),
    }),
  ),
  sequences: z.array(
    z.object({
      id: SequenceId,
      name: z.string(),
      state: z.enum(['running', 'finished', 'ended']),
    }),
  ),
  messages: z.array(
    z.object({
      id: z.string(),
      kind: z.enum(['email', 'text']),
      to: z.string(),
      title: z.string(),
      state: MessageOutcome,
      /** Why it was left out or failed; empty else. */
      why: z.string(),
      at: InstantText,
    }),
  ),
});
export type SetOff = z.infer<typeof SetOff>;

/** A source by its name: first-time visitors, and people who wrote for the first time. */
export const SourceCount = z.object({ name: z.string(), visitors: z.int(), leads: z.int() });
export type SourceCount = z.infer<typeof SourceCount>;

/** What other rules would have made of past visits, most visits first. */
export const SourcePreview = z.object({
  /** How many visits were looked at. */
  visits: z.int(),
  renamed: z.array(
    z.object({ from: z.string(), to: z.string(), visits: z.int(), example: z.string() }),
  ),
});
export type SourcePreview = z.infer<typeof SourcePreview>;

/** What was answered to one question of a form, summed up. */
export const QuestionSummary = z.object({
  key: z.string(),
  label: z.string(),
  answered: z.int(),
  bars: z.array(z.object({ answer: z.string(), count: z.int() })).nullable(),
  average: z.number().nullable(),
  /** What was written, the newest first; empty where answers are counted. */
  texts: z.array(z.object({ text: z.string(), personId: PersonId, receivedAt: InstantText })),
});
export type QuestionSummary = z.infer<typeof QuestionSummary>;

/** A client's own field of its people, with the forms that fill it and how many people have a value. */
export const FieldView = FieldContent.safeExtend({
  id: FieldId,
  /** For merge fields: `{{ person.fields.roof_age }}`. */
  key: z.string(),
  /** `named` is what a form's question calls it. */
  forms: z.array(z.object({ id: FormId, name: z.string(), named: z.string() })),
  people: z.int(),
});
export type FieldView = z.infer<typeof FieldView>;

/** A field of one person: its value in words and as it is typed, and what it was before, newest first. */
export const PersonField = FieldContent.safeExtend({
  key: z.string(),
  words: z.string(),
  typed: z.string(),
  history: z.array(
    z.object({
      words: z.string(),
      at: InstantText,
      /** The page it was answered on, or who changed it. */
      by: z.string(),
      isAnswer: z.boolean(),
    }),
  ),
});
export type PersonField = z.infer<typeof PersonField>;

/** One of two records that may be the same person. */
const DoubleSide = PersonSummary.extend({
  fields: z.array(z.object({ key: z.string(), name: z.string(), words: z.string() })),
});
/** Two records that may be one person: what they have in common, and the parts on which somebody has to choose. */
export const DoubleView = z.object({
  one: DoubleSide,
  other: DoubleSide,
  because: z.array(z.enum(['phone', 'email', 'also-given'])),
  isAlike: z.boolean(),
  /** `name`, `email`, `phone`, `assignee`, and `fields.` with a field's key. */
  differs: z.array(z.string()),
});
export type DoubleView = z.infer<typeof DoubleView>;

/** How much was kept of somebody who was erased. */
export const ErasureCounts = z.object({
  submissions: z.int(),
  messages: z.int(),
  bookings: z.int(),
  files: z.int(),
});
export type ErasureCounts = z.infer<typeof ErasureCounts>;

/** That somebody was erased or made anonymous; not who. */
export const ErasureView = z.object({
  id: z.uuid(),
  how: z.enum(['erased', 'made-anonymous']),
  because: z.string(),
  at: InstantText,
  counts: ErasureCounts,
});
export type ErasureView = z.infer<typeof ErasureView>;

export const PersonRecord = PersonSummary.extend({
  clientId: ClientId,
  /** What they sent as files, the newest first. */
  files: z.array(UploadedFile.safeExtend({ at: InstantText })),
  /** Records that may be the same person. */
  doubles: z.array(z.object({ id: PersonId, name: z.string() })),
  /** Records that were made a part of this one and can still be parted again. */
  merges: z.array(
    z.object({
      id: MergeId,
      with: z.string(),
      by: z.string(),
      at: InstantText,
      until: InstantText,
    }),
  ),
  /** Every field that the client has; empty words where nothing is known. */
  fields: z.array(PersonField),
  alsoGiven: z.array(AlsoGivenView),
  tasks: z.array(TaskView),
  /** `runStepId` of a step that can still be skipped. */
  comingUp: z.array(
    z.object({
      at: InstantText,
      text: z.string(),
      note: z.string(),
      runStepId: z.uuid().nullable(),
    }),
  ),
  /** The sequences that they are in. */
  runs: z.array(z.object({ id: RunId, sequence: z.string(), pausedAt: InstantText.nullable() })),
  bookings: z.array(BookingView),
  /** What stands between them and messages; empty when nothing does. */
  reach: z.object({
    textConsent: z.boolean(),
    unsubscribed: z.boolean(),
    /** On the client's list of addresses that get no mail. */
    suppressed: z.boolean(),
    mailRefused: z.boolean(),
    /** What they chose of mail to them, in words. */
    choices: z.array(z.string()),
  }),
  /** What they agreed to by the boxes of forms, newest first: the exact words, when, and on which page. */
  consents: z.array(
    z.object({
      purpose: ConsentPurpose,
      words: z.string(),
      page: z.string(),
      givenAt: InstantText,
      /** Waits for the owner of the email address to confirm it. */
      isUnconfirmed: z.boolean(),
      withdrawnAt: InstantText.nullable(),
    }),
  ),
  /** The language of the page they last wrote from, and the zone their browser was in; empty where not known. */
  language: z.string(),
  zone: z.string(),
  /** When they are erased or made anonymous, since nobody has been in touch with them; null where that is not planned. */
  eraseAt: InstantText.nullable(),
  /** How details were changed by hand, the newest first; `what` is the label of one. */
  edits: z.array(z.object({ what: z.string(), to: z.string(), by: z.string(), at: InstantText })),
  timeline: z.array(TimelineEntry),
});
export type PersonRecord = z.infer<typeof PersonRecord>;

/** What starts a follow-up that is taken from the library. */
export const FollowUpStart = z.discriminatedUnion('by', [
  z.object({ by: z.literal('form'), form: FormId }),
  /** Every booking in it; an event is a calendar, too. */
  z.object({ by: z.literal('calendar'), calendar: CalendarId }),
  z.object({ by: z.literal('missed'), calendar: CalendarId.nullable() }),
  z.object({ by: z.literal('came'), calendar: CalendarId.nullable() }),
  z.object({
    by: z.literal('list'),
    name: z.string().trim().min(1).max(80),
    conditions: Conditions,
  }),
  z.object({ by: z.literal('hand') }),
]);
export type FollowUpStart = z.infer<typeof FollowUpStart>;

/** A sequence that the agency has kept for all of its clients, without what belongs to one. */
export const FollowUpTemplateView = z.object({
  id: TemplateId,
  key: z.string(),
  name: z.string(),
  about: z.string(),
  aim: z.enum(Object.keys(followUpAims) as [FollowUpAim, ...FollowUpAim[]]),
  trade: z.enum(Object.keys(trades) as [Trade, ...Trade[]]),
  startsBy: z.enum(Object.keys(startWords) as [StartsBy, ...StartsBy[]]),
  pages: z.array(z.object({ key: z.string(), label: z.string(), template: z.string().nullable() })),
  fields: z.array(z.object({ key: z.string(), name: z.string() })),
  list: z.object({ name: z.string(), conditions: Conditions }).nullable(),
  content: z.custom<FollowUp['content']>(),
});
export type FollowUpTemplateView = z.infer<typeof FollowUpTemplateView>;

export const SequenceView = z.object({
  id: SequenceId,
  clientId: ClientId,
  content: SequenceContent,
  version: z.int(),
  draft: ContentDraft.nullable(),
  running: z.int(),
  joined: z.int(),
  /** How many people each step has reached, by step id. */
  sent: z.record(z.string(), z.int()),
});
export type SequenceView = z.infer<typeof SequenceView>;

/** What became of a step for all who came into its sequence. */
export const StepFigures = z.object({
  /** For whom it is still to come, or who wait in it. */
  waiting: z.int(),
  done: z.int(),
  /** Of a step that waits: for whom what it waits for has happened in time. */
  happened: z.int(),
  leftOut: z.array(z.object({ reason: LeftOut, people: z.int() })),
  /** Of its messages that are still kept (three months): opened as far as mail programs tell, answered within 14 days. */
  messages: z.object({ kept: z.int(), opened: z.int(), clicked: z.int(), answered: z.int() }),
});
export type StepFigures = z.infer<typeof StepFigures>;

/** Codes that people are given: how many there are, and how many were given and redeemed. */
export const VoucherPoolView = z.object({
  id: VoucherPoolId,
  content: VoucherPoolContent,
  version: z.int(),
  codes: z.int(),
  given: z.int(),
  redeemed: z.int(),
});
export type VoucherPoolView = z.infer<typeof VoucherPoolView>;

export const RedeemedVoucher = z.object({
  code: z.string(),
  name: z.string(),
  worth: z.string(),
  /** Whose it was; null for a code that was given to nobody. */
  person: z.object({ id: PersonId, name: z.string() }).nullable(),
  redeemedAt: InstantText,
});
export type RedeemedVoucher = z.infer<typeof RedeemedVoucher>;

/** How many of a list get a message, and why the others don't. */
export const CampaignReach = z.object({
  reached: z.int(),
  leftOut: z.array(z.object({ reason: LeftOut, people: z.int() })),
});
export type CampaignReach = z.infer<typeof CampaignReach>;

/** What became of a campaign: people, each counted once. */
export const CampaignCounts = z.object({
  /** Everybody of the list as it was sent. */
  listed: z.int(),
  waiting: z.int(),
  /** Taken by the mail server or text gateway; `delivered` of them are known to have arrived. */
  sent: z.int(),
  delivered: z.int(),
  failed: z.int(),
  leftOut: CampaignReach.shape.leftOut,
  /** As far as mail programs tell; `openedByProxy` of them only by a server that fetches pictures for many. */
  opened: z.int(),
  openedByProxy: z.int(),
  clicked: z.int(),
  answered: z.int(),
  leads: z.int(),
  booked: z.int(),
  unsubscribed: z.int(),
  /** Who marked it as junk. */
  complaints: z.int(),
  links: z.array(z.object({ name: z.string(), people: z.int() })),
});
export type CampaignCounts = z.infer<typeof CampaignCounts>;

export const CampaignView = z.object({
  id: CampaignId,
  clientId: ClientId,
  content: CampaignContent,
  version: z.int(),
  state: CampaignState,
  madeAt: InstantText,
  sentAt: InstantText.nullable(),
  sentBy: z.string(),
  pausedBecause: z.string(),
  /** It goes to those who did not open this one. */
  resendOf: CampaignId.nullable(),
  isSentAgain: z.boolean(),
  /** Null for a draft. */
  counts: CampaignCounts.nullable(),
});
export type CampaignView = z.infer<typeof CampaignView>;

export const CampaignPerson = z.object({
  id: z.uuid(),
  personId: PersonId.nullable(),
  name: z.string(),
  to: z.string(),
  state: MessageOutcome,
  /** Why it was left out, as a clause; empty otherwise. */
  why: z.string(),
  at: InstantText,
  opened: z.boolean(),
  clicked: z.boolean(),
});
export type CampaignPerson = z.infer<typeof CampaignPerson>;
