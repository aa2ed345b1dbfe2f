import { Brand } from '@plumgate/core/brand';
import {
  BinId,
  CampaignId,
  ClientId,
  FieldId,
  FormId,
  FunnelId,
  RunId,
  TaskId,
  ListId,
  InstantText,
  LinkedBandId,
  MergeId,
  PageId,
  PersonId,
  PictureId,
  RevisionId,
  RuleId,
  SequenceId,
  Slug,
  SubmissionId,
  TemplateId,
  UploadId,
  VoucherPoolId,
  Zone,
} from '@plumgate/core/basics';
import { CodeFormat, VoucherPoolContent } from '@plumgate/core/vouchers';
import { ClientRecords, Facts, Place } from '@plumgate/core/clients';
import { Conditions, noConditions } from '@plumgate/core/conditions';
import { CampaignContent } from '@plumgate/core/campaigns';
import { Email, EmailFinding } from '@plumgate/core/emails';
import { MergeGroup } from '@plumgate/core/messages';
import { SequenceContent } from '@plumgate/core/followup';
import { QuestionKey } from '@plumgate/core/forms';
import { Language, ownCode } from '@plumgate/core/page';
import { CallNumber, CallNumbers, CallTarget } from '@plumgate/core/calls';
import {
  FieldContent,
  ImportTarget,
  Matching,
  mostColumns,
  PersonChange,
  personDetails,
  StageList,
  TaskContent,
  type PersonDetail,
} from '@plumgate/core/people';
import { SourceRule } from '@plumgate/core/results';
import { RuleContent } from '@plumgate/core/routing';
import { WebsiteReading } from '@plumgate/core/website';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { DraftContent, inBin, name, nothing, page, searchText, Version } from './parts.ts';
import {
  AuditView,
  AlsoGivenView,
  CampaignPerson,
  CampaignReach,
  CampaignView,
  RedeemedVoucher,
  VoucherPoolView,
  BinEntry,
  ErasureView,
  BinKind,
  FollowUpStart,
  FollowUpTemplateView,
  ClientSheet,
  ClientSummary,
  ArchivedClient,
  ArchiveEffect,
  ConditionChoices,
  DomainView,
  DoubleView,
  DraftBody,
  EditorPage,
  FieldView,
  FileSummary,
  FormSummary,
  FormOverview,
  FormView,
  FunnelSummary,
  HeldView,
  JobView,
  LinkedBandView,
  PageChoice,
  PageLaunch,
  PageState,
  PathBoard,
  PersonRecord,
  QuestionSummary,
  Retention,
  SetOff,
  SourceCount,
  SourcePreview,
  SubmissionView,
  PeopleListContent,
  PeopleListView,
  PeopleSort,
  PeopleView,
  StageBoard,
  WhoIsMeant,
  PersonSummary,
  Picture,
  ApprovalView,
  RemovalView,
  RevisionView,
  RecentLeads,
  RulePreviewView,
  RuleView,
  SequenceEffect,
  SequenceView,
  StepFigures,
  StandInRecord,
  TemplateContent,
  TemplateKind,
  TemplateView,
  TodayBoard,
  TestRunView,
} from './shapes.ts';
import { DnsLine } from './dns.ts';
import { MessageOutcome } from './messages.ts';

const ofClient = z.object({ clientId: ClientId });
const ofPage = z.object({ pageId: PageId });
const ofFunnel = z.object({ funnelId: FunnelId });
const ofRevision = z.object({ pageId: PageId, revisionId: RevisionId });
const ofDomain = z.object({ clientId: ClientId, host: z.string().max(253) });
const mostSteps = 20;
const ofSequence = z.object({ sequenceId: SequenceId });
/** A row's number in an address. */
const RowNumber = z.coerce.number<string>().int().min(1).max(2_147_483_647);

/** A value that travels in an address as JSON. */
const jsonText = <Schema extends z.ZodType>(schema: Schema) =>
  z
    .string()
    .max(20_000)
    .transform((text, context): unknown => {
      try {
        return JSON.parse(text);
      } catch {
        context.addIssue({ code: 'custom', message: 'This is not JSON.' });
        return z.NEVER;
      }
    })
    .pipe(schema);

export * from './accounts-api.ts';
export * from './overview-api.ts';
export * from './waiting-api.ts';
export * from './bookings-api.ts';
export * from './results-api.ts';
export * from './conversions-api.ts';
export * from './tags-api.ts';
export * from './listings-api.ts';
export * from './areas-api.ts';
export * from './reports-api.ts';
export * from './split-tests-api.ts';
export * from './messages-api.ts';

export const health = endpoint({
  method: 'GET',
  path: '/api/health',
  summary: 'Whether the program and its database answer',
  right: 'anyone',
  answer: z.object({ status: z.literal('ok') }),
});

export const listClients = endpoint({
  method: 'GET',
  path: '/api/clients',
  summary: 'The clients one may see',
  right: 'clients.read',
  answer: z.object({ clients: z.array(ClientSummary) }),
});
export const listArchivedClients = endpoint({
  method: 'GET',
  path: '/api/archived-clients',
  summary: 'The clients that the agency works for no more, the latest first',
  right: 'clients.archive',
  answer: z.object({ clients: z.array(ArchivedClient) }),
});
export const getArchiveEffect = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/archive',
  summary: 'What would end if a client were archived',
  right: 'clients.archive',
  params: ofClient,
  answer: ArchiveEffect,
});
export const archiveClient = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/archive',
  summary:
    'Work for a client no more: its pages stop answering, its sequences end and nothing is sent; all of it is kept',
  right: 'clients.archive',
  params: ofClient,
  answer: nothing,
});
export const bringClientBack = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/bring-back',
  summary: 'Work for an archived client again: its pages answer as before; what ended stays ended',
  right: 'clients.archive',
  inArchive: true,
  params: ofClient,
  answer: nothing,
});
export const busiestClient = endpoint({
  method: 'GET',
  path: '/api/busiest-client',
  summary:
    'Of the clients one may see, the one with most leads in 30 days; null while there is none',
  right: 'clients.read',
  answer: z.object({ clientId: ClientId.nullable() }),
});
export const createClient = endpoint({
  method: 'POST',
  path: '/api/clients',
  summary: 'New client',
  right: 'clients.write',
  body: z.object({ name: name('the client'), slug: Slug, zone: Zone }),
  answer: ClientSheet,
});
export const getClient = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId',
  summary: "A client's fact sheet and brand",
  right: 'clients.read',
  params: ofClient,
  answer: ClientSheet,
});
export const saveFacts = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/facts',
  summary:
    "Change a client's facts; with what they `was` as somebody began, only what they have changed, and refused where somebody else changed the same meanwhile",
  right: 'clients.write',
  params: ofClient,
  body: z.object({
    name: name('the client'),
    facts: Facts,
    was: z.object({ name: z.string(), facts: Facts }).optional(),
  }),
  answer: ClientSheet,
});
export const getClientRecords = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/records',
  summary: "A client's staff, services and reviews, each list in its order",
  right: 'clients.read',
  params: ofClient,
  answer: ClientRecords,
});
export const saveClientRecords = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/records',
  summary: "Write a client's staff, services and reviews",
  right: 'clients.write',
  params: ofClient,
  body: z.object({
    records: ClientRecords,
    /** The records that were there as somebody began: those of them that are in no list now are deleted. */
    known: z.array(z.uuid()).max(400),
  }),
  answer: ClientRecords,
});
export const saveBrand = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/brand',
  summary: "Change a client's brand",
  right: 'clients.write',
  params: ofClient,
  body: Brand,
  answer: ClientSheet,
});

export const listFunnels = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/funnels',
  summary: "A client's funnels with their last 30 days",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ funnels: z.array(FunnelSummary) }),
});
export const createFunnel = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/funnels',
  summary: 'Start a funnel: of two steps with a form of its own, or from a template’s pages',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ name: name('the funnel'), from: TemplateContent.optional() }),
  answer: z.object({ funnelId: FunnelId }),
});
export const getPath = endpoint({
  method: 'GET',
  path: '/api/funnels/:funnelId/path',
  summary: "A funnel's Path: arrivals, steps, what moves visitors on, and what happens",
  right: 'funnels.read',
  params: ofFunnel,
  answer: PathBoard,
});

export const listAllFunnels = endpoint({
  method: 'GET',
  path: '/api/funnels',
  summary: "Every client's funnels, by name",
  right: 'funnels.read',
  answer: z.object({ funnels: z.array(FunnelSummary) }),
});
export const changeFunnel = endpoint({
  method: 'PATCH',
  path: '/api/funnels/:funnelId',
  summary:
    'Name a funnel, put it in a folder, give all its pages code of their own, or a style of the brand',
  right: 'funnels.write',
  params: ofFunnel,
  body: z.strictObject({
    name: name('the funnel').optional(),
    folder: z.string().trim().max(60).optional(),
    head: ownCode.optional(),
    body: ownCode.optional(),
    style: z.string().max(40).optional(),
  }),
  answer: nothing,
});
export const removeFunnel = endpoint({
  method: 'DELETE',
  path: '/api/funnels/:funnelId',
  summary: 'Move a funnel with its pages to the bin',
  right: 'funnels.write',
  params: ofFunnel,
  answer: inBin,
});
export const restoreFunnel = endpoint({
  method: 'POST',
  path: '/api/funnels/:funnelId/restore',
  summary: 'Bring a deleted funnel back as it was',
  inBin: true,
  right: 'funnels.write',
  params: ofFunnel,
  answer: nothing,
});
export const copyFunnel = endpoint({
  method: 'POST',
  path: '/api/funnels/:funnelId/copies',
  summary:
    'Copy a funnel with its forms and wires, for the same client or another, or another language',
  right: 'funnels.write',
  params: ofFunnel,
  body: z.object({ name: name('the funnel'), clientId: ClientId, language: Language.nullable() }),
  bodyIds: { clientId: 'clientId' },
  answer: z.object({ funnelId: FunnelId }),
});
export const addStep = endpoint({
  method: 'POST',
  path: '/api/funnels/:funnelId/steps',
  summary: 'Add a step: an empty page, a template’s, or a copy of any page',
  right: 'funnels.write',
  params: ofFunnel,
  body: z.object({
    name: name('the step'),
    /** Its place among the steps, from 0. */
    position: z.int().min(0).max(mostSteps),
    from: z
      .union([
        z.object({ pageId: PageId, language: Language.nullable().default(null) }),
        z.object({ draft: DraftBody }),
      ])
      .optional(),
  }),
  bodyIds: { 'from.pageId': 'pageId' },
  answer: z.object({ pageId: PageId }),
});
export const orderSteps = endpoint({
  method: 'PUT',
  path: '/api/funnels/:funnelId/order',
  summary: 'Put all steps of a funnel in another order',
  right: 'funnels.write',
  params: ofFunnel,
  body: z.object({ pages: z.array(PageId).max(mostSteps) }),
  answer: nothing,
});
export const changeStep = endpoint({
  method: 'PATCH',
  path: '/api/pages/:pageId',
  summary: 'Name a page, take it offline or put it back, or mark it as ready to be published',
  right: 'funnels.write',
  params: ofPage,
  body: z.strictObject({
    name: name('the page').optional(),
    offline: z.boolean().optional(),
    ready: z.boolean().optional(),
  }),
  answer: z.object({ state: PageState }),
});
export const removeStep = endpoint({
  method: 'DELETE',
  path: '/api/pages/:pageId',
  summary: 'Move a page to the bin',
  right: 'funnels.write',
  params: ofPage,
  answer: inBin,
});
export const restoreStep = endpoint({
  method: 'POST',
  path: '/api/pages/:pageId/restore',
  summary: 'Bring a deleted page back to its place',
  inBin: true,
  right: 'funnels.write',
  params: ofPage,
  answer: nothing,
});
export const drawWire = endpoint({
  method: 'PUT',
  path: '/api/pages/:pageId/wire',
  summary: 'Say where a step leads and by what: a form or button on it, or a new button',
  right: 'funnels.write',
  params: ofPage,
  body: z.object({
    to: PageId,
    by: z
      .union([
        z.object({ kind: z.enum(['form', 'button']), id: z.string().max(60) }),
        z.object({ kind: z.literal('new-button') }),
      ])
      .nullable(),
  }),
  answer: nothing,
});

/** A zip, streamed; its name is in `Content-Disposition`. */
const zipped = { answerType: 'application/zip', answer: z.unknown() };
export const exportFunnel = endpoint({
  method: 'GET',
  path: '/api/funnels/:funnelId/export',
  summary: 'A funnel with its forms, wires, pictures and files as a zip in the open format',
  right: 'funnels.read',
  params: ofFunnel,
  ...zipped,
});
export const exportPage = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId/export',
  summary: 'A page as a zip in the open format, or as plain HTML that opens from a folder',
  right: 'funnels.read',
  params: ofPage,
  query: z.object({ as: z.enum(['bundle', 'html']) }),
  ...zipped,
});
export const exportTemplate = endpoint({
  method: 'GET',
  path: '/api/templates/:templateId/export',
  summary: 'A saved template as a zip in the open format',
  right: 'funnels.read',
  params: z.object({ templateId: TemplateId }),
  ...zipped,
});
export const importBundle = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/imports',
  summary: 'Import a zip in the open format, at most 20 MB: all of it or nothing',
  right: 'funnels.write',
  params: ofClient,
  bodyType: 'application/octet-stream',
  answer: z.object({ funnelId: FunnelId.nullable(), templateId: TemplateId.nullable() }),
});
/** A page made from HTML: the funnel that it stands in, and what could not be taken over, in sentences. */
const importedHtml = z.object({
  funnelId: FunnelId,
  pageId: PageId,
  bands: z.int(),
  forms: z.int(),
  pictures: z.int(),
  notes: z.array(z.string()),
});
export const importHtml = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/html-imports',
  summary: 'Make a page from an HTML file, or a zip of one with its pictures, at most 20 MB',
  right: 'funnels.write',
  params: ofClient,
  bodyType: 'application/octet-stream',
  answer: importedHtml,
});
export const importHtmlFrom = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/html-imports/from-address',
  summary: 'Make a page from the HTML page at a web address',
  right: 'funnels.write',
  params: ofClient,
  body: z.strictObject({ address: z.string().trim().max(2000) }),
  answer: importedHtml,
});
export const listApprovals = endpoint({
  method: 'GET',
  path: '/api/funnels/:funnelId/approvals',
  summary: "A funnel's approval links, with what was said by them",
  right: 'funnels.read',
  params: ofFunnel,
  answer: z.object({ approvals: z.array(ApprovalView) }),
});
export const createApproval = endpoint({
  method: 'POST',
  path: '/api/funnels/:funnelId/approvals',
  summary: 'Make a link by which a client looks at the drafts; it is said this once',
  right: 'funnels.write',
  params: ofFunnel,
  body: z.object({ days: z.int().min(1).max(90) }),
  answer: z.object({ href: z.string() }),
});
export const closeApproval = endpoint({
  method: 'DELETE',
  path: '/api/approvals/:approvalId',
  summary: 'End an approval link',
  right: 'funnels.write',
  params: z.object({ approvalId: z.uuid() }),
  answer: nothing,
});
export const finishRemark = endpoint({
  method: 'PATCH',
  path: '/api/remarks/:remarkId',
  summary: 'Mark a remark as done, or as not done after all',
  right: 'funnels.write',
  params: z.object({ remarkId: RowNumber }),
  body: z.object({ done: z.boolean() }),
  answer: nothing,
});
export const listDomains = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/domains',
  summary: "A client's own hosts, with the records they need and have",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ domains: z.array(DomainView) }),
});
export const addDomain = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/domains',
  summary: 'Add a host of the client’s own',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ host: z.string().max(400) }),
  answer: DomainView,
});
export const checkDomain = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/domains/:host/check',
  summary: 'Check the records of a domain now',
  right: 'funnels.write',
  params: ofDomain,
  answer: DomainView,
});
export const removeDomain = endpoint({
  method: 'DELETE',
  path: '/api/clients/:clientId/domains/:host',
  summary: 'Remove a domain from a client',
  right: 'funnels.write',
  params: ofDomain,
  answer: nothing,
});
export const listStandInRecords = endpoint({
  method: 'GET',
  path: '/api/stand-in-records',
  summary: 'What the DNS stand-in answers',
  right: 'funnels.read',
  answer: z.object({ records: z.array(StandInRecord) }),
});
export const addStandInRecord = endpoint({
  method: 'POST',
  path: '/api/stand-in-records',
  summary: 'Add a record at the DNS stand-in',
  right: 'funnels.write',
  body: z.object({
    name: z.string().trim().toLowerCase().min(1, 'Give the name.').max(253),
    type: DnsLine.shape.type,
    value: z.string().trim().min(1, 'Give the value.').max(2000),
  }),
  answer: nothing,
});
export const removeStandInRecord = endpoint({
  method: 'DELETE',
  path: '/api/stand-in-records/:recordId',
  summary: 'Remove a record at the DNS stand-in',
  right: 'funnels.write',
  params: z.object({ recordId: RowNumber }),
  answer: nothing,
});
export const startTestRun = endpoint({
  method: 'POST',
  path: '/api/funnels/:funnelId/test-runs',
  summary: 'Lead a test visitor through the draft or the published funnel; nothing is left behind',
  right: 'funnels.write',
  params: ofFunnel,
  body: z.object({ which: z.enum(['draft', 'live']) }),
  answer: z.object({ testRunId: z.string() }),
});
export const getTestRun = endpoint({
  method: 'GET',
  path: '/api/test-runs/:testRunId',
  summary: 'What happened on a test run so far',
  right: 'funnels.read',
  params: z.object({ testRunId: z.uuid() }),
  answer: TestRunView,
});
export const checkLaunch = endpoint({
  method: 'GET',
  path: '/api/funnels/:funnelId/launch-check',
  summary: 'What keeps each page of a funnel from being published',
  right: 'funnels.read',
  params: ofFunnel,
  answer: z.object({ pages: z.array(PageLaunch) }),
});

export const getEditorPage = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId',
  summary: 'A page with its draft, for the editor',
  right: 'funnels.read',
  params: ofPage,
  answer: EditorPage,
});
export const saveDraft = endpoint({
  method: 'PUT',
  path: '/api/pages/:pageId/draft',
  summary: 'Save a draft; `version` is the one it was made from',
  right: 'funnels.write',
  params: ofPage,
  body: z.object({ version: Version, draft: DraftBody }),
  answer: z.object({ version: Version, state: PageState, keptAt: InstantText }),
});
export const checkAddress = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId/address',
  summary: 'Whether a page address is free; `by` says who has it when it is not',
  right: 'funnels.read',
  params: ofPage,
  query: z.object({ slug: Slug }),
  answer: z.object({ free: z.boolean(), by: z.string().nullable() }),
});
export const changeAddress = endpoint({
  method: 'PUT',
  path: '/api/pages/:pageId/address',
  summary: 'Change a page address; the earlier one redirects to it for good',
  right: 'funnels.write',
  params: ofPage,
  body: z.object({ slug: Slug }),
  answer: z.object({ slug: Slug, address: z.string() }),
});
export const drawCard = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId/card',
  summary: 'The picture that stands beside a page’s link where it is shared, as a data address',
  right: 'funnels.read',
  params: ofPage,
  query: z.object({ title: z.string().max(200) }),
  answer: z.object({ src: z.string() }),
});
export const publishFunnel = endpoint({
  method: 'POST',
  path: '/api/funnels/:funnelId/publish',
  summary:
    'Publish every step that differs from what is live, or those of them marked as ready: all or none',
  right: 'funnels.write',
  params: ofFunnel,
  query: z.object({ only: z.literal('ready').optional() }),
  answer: z.object({ published: z.int() }),
});
export const listRevisions = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId/revisions',
  summary: 'What was published of a page, when and by whom',
  right: 'funnels.read',
  params: ofPage,
  answer: z.object({ revisions: z.array(RevisionView) }),
});
export const getRevision = endpoint({
  method: 'GET',
  path: '/api/pages/:pageId/revisions/:revisionId',
  summary: 'A page as it was published once, with the client as it was then',
  right: 'funnels.read',
  params: ofRevision,
  answer: z.object({
    draft: DraftBody,
    client: z.object({ name: z.string(), facts: Facts, brand: Brand }),
    /** The step that it led to. */
    next: PageId.nullable(),
  }),
});
export const putBack = endpoint({
  method: 'POST',
  path: '/api/pages/:pageId/revisions/:revisionId/put-back',
  summary: 'Let visitors see an earlier revision again; the draft stays as it is',
  right: 'funnels.write',
  params: ofRevision,
  answer: nothing,
});
export const publishPage = endpoint({
  method: 'POST',
  path: '/api/pages/:pageId/publish',
  summary: 'Publish the draft as it stands',
  right: 'funnels.write',
  params: ofPage,
  body: z.object({ version: Version }),
  answer: z.object({ address: z.string(), state: PageState }),
});

const ofJob = z.object({ jobId: z.uuid() });
export const getJob = endpoint({
  method: 'GET',
  path: '/api/jobs/:jobId',
  summary: 'Long work and how far it is',
  right: 'clients.read',
  params: ofJob,
  answer: JobView,
});
export const cancelJob = endpoint({
  method: 'POST',
  path: '/api/jobs/:jobId/cancel',
  summary: 'Stop a job; what it has done stays done',
  right: 'people.write',
  params: ofJob,
  answer: nothing,
});
export const undoJob = endpoint({
  method: 'POST',
  path: '/api/jobs/:jobId/undo',
  summary: 'Take back what a job did, where that is possible',
  right: 'people.write',
  params: ofJob,
  answer: nothing,
});
export const listAudit = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/audit',
  summary: 'Who changed what of a client’s, the newest first; `before` is the last one shown',
  right: 'clients.write',
  params: ofClient,
  query: z.object({
    before: z.coerce.number().int().optional(),
    limit: z.coerce.number().int().min(1).max(200).default(100),
  }),
  answer: z.object({ rows: z.array(AuditView) }),
});
const inTheBin = z.object({ clientId: ClientId, binId: BinId });
export const getRemoval = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/removals/:kind/:subjectId',
  summary: 'What deleting something would mean',
  right: 'bin.use',
  params: z.object({ clientId: ClientId, kind: BinKind, subjectId: z.uuid() }),
  answer: RemovalView,
});
export const listBin = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/bin',
  summary: 'What was deleted in the last 30 days, the newest first',
  right: 'bin.use',
  params: ofClient,
  answer: z.object({ things: z.array(BinEntry) }),
});
export const queryErasures = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/erasures/query',
  summary:
    'People who were erased or made anonymous, the newest first: when and why, not who; `contact` tells whether it was the owner of an email address or phone number',
  asks: true,
  right: 'bin.use',
  params: ofClient,
  body: z.strictObject({ contact: z.string().trim().max(254).default('') }),
  answer: z.object({ erasures: z.array(ErasureView) }),
});
export const restoreFromBin = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/bin/:binId/restore',
  summary: 'Restore something from the bin; `note` says what is not as it was',
  right: 'bin.use',
  params: inTheBin,
  answer: z.object({ note: z.string().nullable() }),
});
export const eraseFromBin = endpoint({
  method: 'DELETE',
  path: '/api/clients/:clientId/bin/:binId',
  summary: 'Delete something for good',
  right: 'bin.use',
  params: inTheBin,
  answer: nothing,
});
export const removeForm = endpoint({
  method: 'DELETE',
  path: '/api/forms/:formId',
  summary: 'Move a form to the bin; refused while a page shows it',
  right: 'funnels.write',
  params: z.object({ formId: FormId }),
  answer: inBin,
});
export const listForms = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/forms',
  summary: "A client's forms",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ forms: z.array(FormSummary) }),
});
export const listFormsInUse = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/forms/overview',
  summary: "A client's forms with the pages that show them, how often each was sent and when last",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ forms: z.array(FormOverview) }),
});
export const copyForm = endpoint({
  method: 'POST',
  path: '/api/forms/:formId/copy',
  summary: 'A second form with the same questions, on no page yet',
  right: 'funnels.write',
  params: z.object({ formId: FormId }),
  body: z.object({ name: name('the form') }),
  answer: z.object({ formId: FormId }),
});
export const moveForm = endpoint({
  method: 'PUT',
  path: '/api/forms/:formId/folder',
  summary: 'Put a form into a folder of the list of forms; empty for none',
  right: 'funnels.write',
  params: z.object({ formId: FormId }),
  body: z.object({ folder: z.string().trim().max(60) }),
  answer: nothing,
});
export const getForm = endpoint({
  method: 'GET',
  path: '/api/forms/:formId',
  summary: 'A form with its version and the pages that show it',
  right: 'funnels.read',
  params: z.object({ formId: FormId }),
  answer: FormView,
});
export const saveForm = endpoint({
  method: 'PUT',
  path: '/api/forms/:formId',
  summary:
    'Save a form; `version` is the one it was changed from. Pages show it when they are published',
  right: 'funnels.write',
  params: z.object({ formId: FormId }),
  body: z.object({ version: Version, definition: z.unknown() }),
  answer: z.object({ version: Version }),
});
export const createForm = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/forms',
  summary: 'Start a form with name, email and phone',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ name: name('the form') }),
  answer: z.object({ formId: FormId, definition: z.unknown() }),
});

export const listPictures = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/pictures',
  summary: "A client's pictures",
  right: 'funnels.read',
  params: ofClient,
  query: z.object({ search: z.string().trim().max(100).default('') }),
  answer: z.object({ pictures: z.array(Picture) }),
});
export const replacePicture = endpoint({
  method: 'PUT',
  path: '/api/pictures/:pictureId',
  summary: 'Put another file in the place of a picture, on every page that shows it',
  right: 'funnels.write',
  params: z.object({ pictureId: PictureId }),
  bodyType: 'application/octet-stream',
  answer: Picture,
});
export const removePicture = endpoint({
  method: 'DELETE',
  path: '/api/pictures/:pictureId',
  summary: 'Move a picture to the bin; pages that show it do without',
  right: 'funnels.write',
  params: z.object({ pictureId: PictureId }),
  answer: inBin,
});
export const listFiles = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/files',
  summary: "A client's documents and films",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ files: z.array(FileSummary) }),
});
export const addFile = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/files',
  summary: 'Add a PDF, MP4 or WebM; the body is the file itself, at most 20 MB',
  right: 'funnels.write',
  params: ofClient,
  query: z.object({ name: z.string().max(120).default('file') }),
  bodyType: 'application/octet-stream',
  answer: FileSummary,
});

export const listPages = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/pages',
  summary: "A client's pages, for links between them",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ pages: z.array(PageChoice) }),
});

export const listLinkedBands = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/linked-bands',
  summary: "A client's linked bands and where each is used",
  right: 'funnels.read',
  params: ofClient,
  answer: z.object({ bands: z.array(LinkedBandView) }),
});
export const createLinkedBand = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/linked-bands',
  summary: 'Save a band once, so that pages can share it',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ band: z.unknown() }),
  answer: z.object({ id: LinkedBandId }),
});

export const listTemplates = endpoint({
  method: 'GET',
  path: '/api/templates',
  summary: "The agency's own templates",
  right: 'funnels.read',
  answer: z.object({ templates: z.array(TemplateView) }),
});
export const keepTemplate = endpoint({
  method: 'POST',
  path: '/api/templates',
  summary: 'Save a band, a page or a funnel as a template',
  right: 'funnels.write',
  body: z.object({ kind: TemplateKind, name: name('the template'), content: TemplateContent }),
  answer: z.object({ id: TemplateId }),
});
export const removeTemplate = endpoint({
  method: 'DELETE',
  path: '/api/templates/:templateId',
  summary: 'Move a template to the bin; pages made from it stay',
  right: 'funnels.write',
  params: z.object({ templateId: TemplateId }),
  answer: inBin,
});
export const copyToClient = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/copies',
  summary:
    'Make parts of pages from elsewhere a client’s own: forms and pictures are copied, what has no counterpart is let go',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ parts: z.unknown(), forms: z.record(z.string(), z.unknown()) }),
  answer: z.object({ parts: z.unknown(), forms: z.record(z.string(), z.unknown()) }),
});
export const findPlace = endpoint({
  method: 'POST',
  path: '/api/places',
  summary: 'Find where an address is on the map',
  asks: true,
  right: 'clients.write',
  body: z.object({ address: z.string().trim().min(1, 'Give an address.').max(300) }),
  answer: z.object({ place: Place.nullable() }),
});
export const addPicture = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/pictures',
  summary: 'Add a picture; the body is the file itself, at most 20 MB',
  right: 'funnels.write',
  params: ofClient,
  query: z.object({ name: z.string().max(120).default('picture') }),
  bodyType: 'application/octet-stream',
  answer: Picture,
});

export const fetchPicture = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/pictures/from-address',
  summary: 'Fetch a picture from a web address, once, and store it as the client’s own',
  right: 'funnels.write',
  params: ofClient,
  body: z.strictObject({ address: z.string().max(2000) }),
  answer: Picture,
});

export const readWebsite = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/website-reading',
  summary: 'What a client’s own website says of them, to be looked through; nothing is stored',
  right: 'clients.write',
  params: ofClient,
  body: z.strictObject({ address: z.string().trim().max(2000) }),
  answer: WebsiteReading,
});

export const listPeople = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/people',
  summary: "A client's people, newest first; `search` looks in names, email, phone and tags",
  right: 'people.read',
  params: ofClient,
  query: z.object({ search: searchText, ...page }),
  answer: z.object({
    people: z.array(PersonSummary),
    total: z.int(),
    next: z.string().nullable(),
  }),
});
export const addPerson = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/people',
  summary:
    'Add somebody who called or came in: a new person or a known one, who goes through the rules by the source',
  right: 'people.write',
  params: ofClient,
  body: z
    .object({
      name: z.string().trim().max(120).default(''),
      email: z
        .union([z.literal(''), z.email('Give an email address such as ana@example.com.')])
        .default(''),
      phone: z.string().trim().max(40).default(''),
      source: z.string().trim().min(1, 'Say where they came from.').max(80),
      note: z.string().trim().max(2000).default(''),
    })
    .refine(({ name, email, phone }) => name || email || phone, {
      error: 'Give a name, a phone number or an email address.',
      path: ['name'],
    }),
  answer: z.object({ personId: PersonId, isNew: z.boolean() }),
});
export const queryPeople = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/people/query',
  summary: "A client's people that conditions name; above 10,000 their number is an estimate",
  asks: true,
  right: 'people.read',
  params: ofClient,
  body: z.strictObject({
    conditions: Conditions.default(noConditions),
    /** Words that are to be found in a name, email, phone or tag. */
    search: searchText,
    sort: PeopleSort.default({ by: 'added', reversed: false }),
    after: z.string().max(1000).optional(),
    limit: z.int().min(1).max(200).default(50),
  }),
  example: {
    conditions: {
      match: 'all',
      terms: [
        { about: 'source', is: 'Social ads' },
        { about: 'booking', is: 'booked', not: true },
        { about: 'added', test: { op: 'in-last', amount: 30, unit: 'days' } },
      ],
    },
    limit: 20,
  },
  answer: z.object({
    people: z.array(PersonSummary),
    total: z.int(),
    /** The total is an estimate. */
    about: z.boolean(),
    next: z.string().nullable(),
  }),
});
/** Who is exported: the people that match conditions and a search, or only some of them. */
const exported = {
  conditions: jsonText(Conditions).default(noConditions),
  search: searchText,
  ids: jsonText(z.array(PersonId).min(1).max(200)).optional(),
};
export const exportPeople = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/people/export.csv',
  summary:
    "A client's people that conditions (JSON) name, with their own fields, as CSV (RFC 4180)",
  right: 'people.read',
  params: ofClient,
  query: z.object(exported),
  answerType: 'text/csv',
  answer: z.unknown(),
});
export const exportContacts = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/people/export.vcf',
  summary: "A client's people that conditions (JSON) name as contact cards, vCard 4.0 (RFC 6350)",
  right: 'people.read',
  params: ofClient,
  query: z.object(exported),
  answerType: 'text/vcard',
  answer: z.unknown(),
});
export const getConditionChoices = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/people/choices',
  summary: "What conditions on a client's people may name",
  right: 'people.read',
  params: ofClient,
  answer: ConditionChoices,
});
export const listPeopleLists = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/people/lists',
  summary: 'The saved lists of people that the caller has, and how they see people otherwise',
  right: 'people.read',
  params: ofClient,
  answer: z.object({ lists: z.array(PeopleListView), view: PeopleView }),
});
export const addPeopleList = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/people/lists',
  summary: 'Save conditions as a list of people, for everybody of the client or for the caller',
  right: 'people.write',
  params: ofClient,
  body: PeopleListContent,
  answer: z.object({ listId: ListId }),
});
export const setPeopleView = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/people/view',
  summary: 'Keep how the caller sees people where no list says it',
  right: 'people.write',
  params: ofClient,
  body: PeopleView,
  answer: nothing,
});
const ofList = z.object({ listId: ListId });
export const savePeopleList = endpoint({
  method: 'PUT',
  path: '/api/people-lists/:listId',
  summary: 'Change a saved list; refused when somebody else changed it since `version`',
  right: 'people.write',
  params: ofList,
  body: z.strictObject({ version: z.int(), content: PeopleListContent }),
  answer: nothing,
});
export const removePeopleList = endpoint({
  method: 'DELETE',
  path: '/api/people-lists/:listId',
  summary: 'Move a saved list to the bin; the people in it stay',
  right: 'people.write',
  params: ofList,
  answer: z.object({ binId: BinId }),
});
export const changePerson = endpoint({
  method: 'POST',
  path: '/api/people/:personId/changes',
  summary: 'Tag, untag, assign or move a person, or start or stop a sequence for them',
  right: 'people.write',
  params: z.object({ personId: PersonId }),
  body: PersonChange,
  /** False where it was so already, or where they have been through the sequence. */
  answer: z.object({ changed: z.boolean() }),
});
export const setPersonDetail = endpoint({
  method: 'PUT',
  path: '/api/people/:personId/details/:detail',
  summary:
    'Change a name, a way to reach a person, their town or value; refused when it is not `was` any more',
  right: 'people.write',
  params: z.object({
    personId: PersonId,
    detail: z.enum(Object.keys(personDetails) as [PersonDetail, ...PersonDetail[]]),
  }),
  body: z.strictObject({ was: z.string().max(300), typed: z.string().max(300) }),
  answer: nothing,
});
export const changePeople = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/people/changes',
  summary: 'Change many people at once, as a job that can be cancelled and, but for a stop, undone',
  right: 'people.write',
  params: ofClient,
  body: z.strictObject({ who: WhoIsMeant, change: PersonChange }),
  answer: z.object({ jobId: z.uuid() }),
});
export const removePeople = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/people/remove',
  summary: 'Move many people to the bin, as a job that can be cancelled and undone',
  right: 'bin.use',
  params: ofClient,
  body: z.strictObject({ who: WhoIsMeant }),
  answer: z.object({ jobId: z.uuid() }),
});
export const addTask = endpoint({
  method: 'POST',
  path: '/api/people/:personId/tasks',
  summary: 'Add a task about a person',
  right: 'people.write',
  params: z.object({ personId: PersonId }),
  body: TaskContent,
  answer: z.object({ taskId: TaskId }),
});
const ofTask = z.object({ taskId: TaskId });
export const changeTask = endpoint({
  method: 'PUT',
  path: '/api/tasks/:taskId',
  summary: 'Change a task that is not done',
  right: 'people.write',
  params: ofTask,
  body: TaskContent,
  answer: nothing,
});
export const markTask = endpoint({
  method: 'POST',
  path: '/api/tasks/:taskId/done',
  summary: 'Mark a task as done, or as open again; one that comes back is due anew',
  right: 'people.write',
  params: ofTask,
  body: z.strictObject({ done: z.boolean() }),
  answer: nothing,
});
export const removeTask = endpoint({
  method: 'DELETE',
  path: '/api/tasks/:taskId',
  summary: 'Delete a task',
  right: 'people.write',
  params: ofTask,
  answer: nothing,
});
export const setRun = endpoint({
  method: 'POST',
  path: '/api/runs/:runId/state',
  summary: "Pause a person's way through a sequence, let it go on, or end it",
  right: 'people.write',
  params: z.object({ runId: RunId }),
  body: z.strictObject({ state: z.enum(['paused', 'running', 'ended']) }),
  answer: nothing,
});
export const skipRunStep = endpoint({
  method: 'POST',
  path: '/api/run-steps/:runStepId/skip',
  summary: 'Skip a step that is still to come for a person, or take that back',
  right: 'people.write',
  params: z.object({ runStepId: z.uuid() }),
  body: z.strictObject({ skip: z.boolean() }),
  answer: nothing,
});
export const importPeople = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/people/imports',
  summary:
    'Import people from a CSV file as a job; `columns` says what each fills, left out it is guessed; `try` only says what would come of it',
  right: 'people.write',
  params: ofClient,
  query: z.object({
    name: z.string().trim().min(1).max(200).default('people.csv'),
    columns: jsonText(z.array(ImportTarget).max(mostColumns)).optional(),
    try: z.enum(['yes', 'no']).default('no'),
  }),
  bodyType: 'text/csv',
  example: 'Name,Email,Phone,Roof age\r\nWren Marsh,wren.marsh@example.org,(207) 555-0188,12\r\n',
  answer: z.object({ jobId: z.uuid() }),
});
export const importCalls = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/calls/imports',
  summary:
    'Import calls from a CSV file as a job, each once: their callers go through the rules by the number they called; `columns` and `try` as for people',
  right: 'people.write',
  params: ofClient,
  query: z.object({
    columns: jsonText(z.array(CallTarget).max(mostColumns)).optional(),
    try: z.enum(['yes', 'no']).default('no'),
  }),
  bodyType: 'text/csv',
  example:
    'Caller,Called,Date,Duration,Status\r\n(207) 555-0188,(207) 555-0161,2026-11-03 10:42,3:12,Answered\r\n',
  answer: z.object({ jobId: z.uuid() }),
});
export const getBadRows = endpoint({
  method: 'GET',
  path: '/api/jobs/:jobId/bad-rows.csv',
  summary: 'The rows of an import that could not be read, each with the reason',
  right: 'people.read',
  params: z.object({ jobId: z.uuid() }),
  answerType: 'text/csv',
  answer: z.unknown(),
});
export const getStageBoard = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/stages',
  summary: "A client's stages in their order, with who is in each and what they are worth",
  right: 'people.read',
  params: ofClient,
  answer: StageBoard,
});
export const saveStages = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/stages',
  summary: "Save a client's stages; people of one that is left out are in the one before it",
  right: 'funnels.write',
  params: ofClient,
  body: z.strictObject({ stages: StageList }),
  answer: nothing,
});
export const getPerson = endpoint({
  method: 'GET',
  path: '/api/people/:personId',
  summary: 'One person: answers, tags, what happened and what is coming up',
  right: 'people.read',
  params: z.object({ personId: PersonId }),
  answer: PersonRecord,
});

const ofPerson = z.object({ personId: PersonId });
const alsoGivenChoice = AlsoGivenView.pick({ field: true, value: true });
export const useAlsoGiven = endpoint({
  method: 'POST',
  path: '/api/people/:personId/also-given/use',
  summary:
    'Make a name or phone that was also given the one that is known; the earlier one is kept',
  right: 'people.write',
  params: ofPerson,
  body: alsoGivenChoice,
  answer: nothing,
});
export const dismissAlsoGiven = endpoint({
  method: 'POST',
  path: '/api/people/:personId/also-given/dismiss',
  summary: 'Take a name or phone that was also given off the record',
  right: 'people.write',
  params: ofPerson,
  body: alsoGivenChoice,
  answer: nothing,
});

export const listDoubles = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/possible-doubles',
  summary:
    'Records that may be the same person, those with alike names first, and by what people are known again',
  right: 'people.read',
  params: ofClient,
  answer: z.object({ matching: Matching, doubles: z.array(DoubleView), total: z.int() }),
});
export const setMatching = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/matching',
  summary: 'By what a client knows people again; records stay as they are',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ matching: Matching }),
  answer: nothing,
});
export const mergePeople = endpoint({
  method: 'POST',
  path: '/api/people/:personId/merge',
  summary:
    'Make another record a part of this one; a choice of `other` takes `name`, `email`, `phone`, `assignee` or `fields.key` from it',
  right: 'people.write',
  params: ofPerson,
  body: z.object({
    other: PersonId,
    choices: z.record(z.string().max(60), z.enum(['this', 'other'])).default({}),
  }),
  answer: z.object({ mergeId: MergeId }),
});
export const undoMerge = endpoint({
  method: 'POST',
  path: '/api/merges/:mergeId/undo',
  summary: 'Part two records that were merged, within 30 days',
  right: 'people.write',
  params: z.object({ mergeId: MergeId }),
  answer: nothing,
});
export const keepApart = endpoint({
  method: 'POST',
  path: '/api/people/:personId/keep-apart',
  summary: 'Say that two records are two people: they are not offered again',
  right: 'people.write',
  params: ofPerson,
  body: z.object({ other: PersonId }),
  answer: nothing,
});

const ofField = z.object({ fieldId: FieldId });
export const listFields = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/fields',
  summary: "A client's own fields of its people, by name, with the forms that fill each",
  right: 'people.read',
  params: ofClient,
  answer: z.object({ fields: z.array(FieldView) }),
});
export const addField = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/fields',
  summary: 'Add a field to the people of a client',
  right: 'funnels.write',
  params: ofClient,
  body: FieldContent,
  answer: z.object({ fieldId: FieldId, key: z.string() }),
});
export const changeField = endpoint({
  method: 'PUT',
  path: '/api/fields/:fieldId',
  summary: 'Rename a field, or change what it offers; its type and its key stay',
  right: 'funnels.write',
  params: ofField,
  body: z.object({
    name: FieldContent.shape.name,
    options: FieldContent.shape.options,
  }),
  answer: nothing,
});
export const removeField = endpoint({
  method: 'DELETE',
  path: '/api/fields/:fieldId',
  summary: 'Delete a field with its values; refused while a form fills it',
  right: 'funnels.write',
  params: ofField,
  answer: nothing,
});
export const setPersonField = endpoint({
  method: 'PUT',
  path: '/api/people/:personId/fields/:key',
  summary: 'Fill in a field of a person as it is typed; empty text empties it',
  right: 'people.write',
  params: z.object({ personId: PersonId, key: QuestionKey }),
  body: z.object({ typed: z.string().max(6000) }),
  answer: nothing,
});

const heldIds = z.object({ ids: z.array(SubmissionId).min(1).max(200) });
const submissionsWanted = {
  form: FormId.optional(),
  page: PageId.optional(),
  search: z.string().trim().max(200).default(''),
  /** Received at or after, and before. */
  from: InstantText.optional(),
  until: InstantText.optional(),
};
export const listSubmissions = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/submissions',
  summary:
    "A client's submissions with their answers, newest first; `search` looks in the answers and the person's name; `junk` lists those that were put aside",
  right: 'people.read',
  params: ofClient,
  query: z.object({
    ...submissionsWanted,
    junk: z.enum(['true', 'false']).default('false'),
    ...page,
  }),
  answer: z.object({
    submissions: z.array(SubmissionView),
    total: z.int(),
    junk: z.int(),
    next: z.string().nullable(),
  }),
});
export const exportSubmissions = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/submissions.csv',
  summary: 'The submissions that were asked for as CSV (RFC 4180), a column for each question',
  right: 'people.read',
  params: ofClient,
  query: z.object(submissionsWanted),
  answerType: 'text/csv',
  answer: z.unknown(),
});
export const summarizeSubmissions = endpoint({
  method: 'GET',
  path: '/api/forms/:formId/answers',
  summary: "A form's answers summed up by question",
  right: 'people.read',
  params: z.object({ formId: FormId }),
  query: z.object({ from: InstantText.optional(), until: InstantText.optional() }),
  answer: z.object({ submissions: z.int(), questions: z.array(QuestionSummary) }),
});
const blockedWords = z
  .array(z.string().trim().min(2, 'Block words of at least two letters.').max(100))
  .max(300);
export const getBlockedWords = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/blocked-words',
  summary: 'For which words and phrases submissions of a client are put aside, and how fast ones',
  right: 'people.read',
  params: ofClient,
  answer: z.object({ words: z.array(z.string()), minSeconds: z.int() }),
});
export const setBlockedWords = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/blocked-words',
  summary: 'Put submissions aside that have any of these words or phrases',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({
    words: blockedWords,
    /** What is sent sooner after a page was opened is put aside; 0 for never. */
    minSeconds: z.int().min(0).max(30).default(0),
  }),
  answer: nothing,
});
export const getRetention = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/retention',
  summary: 'After how long without contact people are erased or made anonymous, and who is next',
  right: 'people.read',
  params: ofClient,
  answer: Retention.extend({
    total: z.int(),
    upcoming: z.array(
      z.object({
        personId: PersonId,
        name: z.string(),
        lastSeenAt: InstantText,
        eraseAt: InstantText,
      }),
    ),
  }),
});
export const setRetention = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/retention',
  summary: 'Erase people after so many months without contact, or make them anonymous',
  right: 'funnels.write',
  params: ofClient,
  body: Retention,
  answer: nothing,
});
export const keepPerson = endpoint({
  method: 'POST',
  path: '/api/people/:personId/keep',
  summary: 'Keep somebody who was to be erased',
  right: 'people.write',
  params: z.object({ personId: PersonId }),
  answer: nothing,
});
export const listSources = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/sources',
  summary:
    "Where a client's visitors of the last thirty days came from, and the rules that name sources",
  right: 'people.read',
  params: ofClient,
  answer: z.object({
    rules: z.array(SourceRule),
    sources: z.array(SourceCount),
    numbers: z.array(CallNumber),
  }),
});
export const saveCallNumbers = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/call-numbers',
  summary:
    'The phone numbers by source: visitors from one see its number on pages at once, and calls to it come from there',
  right: 'funnels.write',
  params: ofClient,
  body: z.object({ numbers: CallNumbers }),
  answer: nothing,
});
const sourceRules = z.object({ rules: z.array(SourceRule).max(100) });
export const nameSources = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/sources',
  summary: 'Name sources by these rules from now on; the first that fits wins',
  right: 'funnels.write',
  params: ofClient,
  body: sourceRules,
  answer: nothing,
});
export const previewSources = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/sources/preview',
  summary: 'What these rules would have made of the visits of the last thirty days',
  right: 'people.read',
  params: ofClient,
  body: sourceRules,
  answer: SourcePreview,
});
export const downloadUpload = endpoint({
  method: 'GET',
  path: '/api/uploads/:uploadId',
  summary: 'A file that came with a submission, to be saved',
  right: 'people.read',
  params: z.object({ uploadId: UploadId }),
  answerType: 'application/octet-stream',
  answer: z.unknown(),
});
export const getSetOff = endpoint({
  method: 'GET',
  path: '/api/received/:receivedId/set-off',
  summary:
    'What a submission set off: rules that matched and why others did not, messages, bookings',
  right: 'people.read',
  params: z.object({ receivedId: SubmissionId }),
  answer: SetOff,
});
export const restoreSubmission = endpoint({
  method: 'POST',
  path: '/api/submissions/:submissionId/restore',
  summary: 'Take in a submission that was put aside: it runs through everything, once',
  right: 'people.write',
  params: z.object({ submissionId: SubmissionId }),
  answer: nothing,
});

export const listHeld = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/held-submissions',
  summary:
    'Submissions over a limit, newest first, at most 200: nothing has happened because of them',
  right: 'people.read',
  params: ofClient,
  answer: z.object({ held: z.array(HeldView), total: z.int() }),
});
export const acceptHeld = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/held-submissions/accept',
  summary:
    'Let held submissions in as if they came now; those that can’t be stay held, with the reason',
  right: 'people.write',
  params: ofClient,
  body: heldIds,
  answer: z.object({
    done: z.int(),
    refused: z.array(z.object({ id: SubmissionId, message: z.string() })),
  }),
});
export const acceptAllHeld = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/held-submissions/accept-all',
  summary: 'Let everything in that is held, as a job; those that can’t be stay held',
  right: 'people.write',
  params: ofClient,
  answer: z.object({ jobId: z.uuid() }),
});
export const getHeldJob = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/held-submissions/job',
  summary: 'The job that lets held submissions in, the last one; null when there was none',
  right: 'people.read',
  params: ofClient,
  answer: z.object({ job: JobView.nullable() }),
});
export const deleteHeld = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/held-submissions/delete',
  summary: 'Delete held submissions for good',
  right: 'people.write',
  params: ofClient,
  body: heldIds,
  answer: z.object({ done: z.int() }),
});

export const listSequences = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/sequences',
  summary: "A client's sequences",
  right: 'followup.read',
  params: ofClient,
  answer: z.object({ sequences: z.array(SequenceView) }),
});
export const listFollowUpTemplates = endpoint({
  method: 'GET',
  path: '/api/follow-up-templates',
  summary: "The agency's own follow-ups to start from",
  right: 'followup.read',
  answer: z.object({ templates: z.array(FollowUpTemplateView) }),
});
export const keepFollowUpTemplate = endpoint({
  method: 'POST',
  path: '/api/sequences/:sequenceId/template',
  summary: 'Save a sequence as a template for all clients',
  right: 'followup.write',
  params: z.object({ sequenceId: SequenceId }),
  body: z.object({ name: name('the template') }),
  answer: z.object({ id: TemplateId }),
});
export const removeFollowUpTemplate = endpoint({
  method: 'DELETE',
  path: '/api/follow-up-templates/:templateId',
  summary: 'Move a template of a follow-up to the bin; sequences made from it stay',
  right: 'followup.write',
  params: z.object({ templateId: TemplateId }),
  answer: inBin,
});
export const takeFollowUp = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/follow-ups',
  summary:
    'Make a sequence with what starts it: a rule, a calendar or a list, and the fields it reads',
  right: 'followup.write',
  params: ofClient,
  body: z.object({
    content: SequenceContent,
    start: FollowUpStart,
    fields: z
      .array(
        z.object({
          key: z.string().regex(/^[a-z][a-z0-9_]{0,39}$/),
          name: z.string().trim().min(1).max(60),
        }),
      )
      .max(10),
  }),
  answer: z.object({
    sequenceId: SequenceId,
    /** Pages that its words link to and that are not live: until they are, nothing starts it by itself. */
    notLive: z.array(z.string()),
  }),
});
export const getSequence = endpoint({
  method: 'GET',
  path: '/api/sequences/:sequenceId',
  summary: 'One sequence',
  right: 'followup.read',
  params: ofSequence,
  answer: SequenceView,
});
export const getSequenceFigures = endpoint({
  method: 'GET',
  path: '/api/sequences/:sequenceId/figures',
  summary: 'What became of each step of a sequence, by step id, and how many reached its goal',
  right: 'followup.read',
  params: ofSequence,
  answer: z.object({
    steps: z.record(z.string(), StepFigures),
    /** Everybody who came into it, and those of them who meet its goal by now; null where it has none. */
    goal: z.object({ people: z.int(), reached: z.int() }).nullable(),
  }),
});
export const createSequence = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/sequences',
  summary: 'Start a sequence',
  right: 'followup.write',
  params: ofClient,
  body: z.object({ name: name('the sequence') }),
  answer: SequenceView,
});
export const previewSequenceChange = endpoint({
  method: 'POST',
  path: '/api/sequences/:sequenceId/preview',
  summary: 'What a change would mean for the people in a sequence; nothing is changed',
  asks: true,
  right: 'followup.read',
  params: ofSequence,
  body: z.object({ content: SequenceContent }),
  answer: SequenceEffect,
});

export const saveSequence = endpoint({
  method: 'PUT',
  path: '/api/sequences/:sequenceId',
  summary: 'Change a sequence; the people in it are planned anew, what was sent stays sent',
  right: 'followup.write',
  params: ofSequence,
  body: z.object({ version: Version, content: SequenceContent }),
  answer: SequenceView,
});
export const saveSequenceDraft = endpoint({
  method: 'PUT',
  path: '/api/sequences/:sequenceId/draft',
  summary: 'Keep what is being changed of a sequence; it takes effect when it is saved',
  right: 'followup.write',
  params: ofSequence,
  body: DraftContent,
  answer: nothing,
});
export const discardSequenceDraft = endpoint({
  method: 'DELETE',
  path: '/api/sequences/:sequenceId/draft',
  summary: 'Discard what was being changed of a sequence',
  right: 'followup.write',
  params: ofSequence,
  answer: nothing,
});

export const removeSequence = endpoint({
  method: 'DELETE',
  path: '/api/sequences/:sequenceId',
  summary: 'Move a sequence to the bin; its runs end',
  right: 'followup.write',
  params: ofSequence,
  answer: inBin,
});
export const listRules = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/rules',
  summary: "A client's routing rules in their order, and what their sentences may name",
  right: 'followup.read',
  params: ofClient,
  answer: z.object({ rules: z.array(RuleView), choices: ConditionChoices, recent: RecentLeads }),
});
export const createRule = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/rules',
  summary: 'Add a rule at the end, switched off',
  right: 'followup.write',
  params: ofClient,
  body: RuleContent,
  answer: z.object({ id: RuleId }),
});
export const orderRules = endpoint({
  method: 'PUT',
  path: '/api/clients/:clientId/rules/order',
  summary: 'Put the rules in an order',
  right: 'followup.write',
  params: ofClient,
  body: z.object({ ids: z.array(RuleId).max(500) }),
  answer: nothing,
});
export const previewRule = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/rules/preview',
  summary:
    'Which leads of the last 30 days a rule would have matched, and from which pages; with a trigger, who has set it off',
  asks: true,
  right: 'followup.read',
  params: ofClient,
  body: RuleContent.pick({ conditions: true, trigger: true }),
  answer: RulePreviewView,
});
export const saveRule = endpoint({
  method: 'PUT',
  path: '/api/rules/:ruleId',
  summary: 'Change a rule, or switch it on or off',
  right: 'followup.write',
  params: z.object({ ruleId: RuleId }),
  body: z.object({ version: Version.optional(), on: z.boolean(), content: RuleContent }),
  answer: nothing,
});
export const saveRuleDraft = endpoint({
  method: 'PUT',
  path: '/api/rules/:ruleId/draft',
  summary: 'Keep what is being changed of a rule; it takes effect when it is saved',
  right: 'followup.write',
  params: z.object({ ruleId: RuleId }),
  body: DraftContent,
  answer: nothing,
});
export const discardRuleDraft = endpoint({
  method: 'DELETE',
  path: '/api/rules/:ruleId/draft',
  summary: 'Discard what was being changed of a rule',
  right: 'followup.write',
  params: z.object({ ruleId: RuleId }),
  answer: nothing,
});
export const removeRule = endpoint({
  method: 'DELETE',
  path: '/api/rules/:ruleId',
  summary: 'Move a rule to the bin',
  right: 'followup.write',
  params: z.object({ ruleId: RuleId }),
  answer: inBin,
});

export const removePerson = endpoint({
  method: 'DELETE',
  path: '/api/people/:personId',
  summary: 'Move a person to the bin; their runs end and their bookings are canceled',
  right: 'bin.use',
  params: z.object({ personId: PersonId }),
  answer: inBin,
});
export const getToday = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/today',
  summary: "Leads nobody has contacted, today's bookings, and what failed to send",
  right: 'people.read',
  params: ofClient,
  answer: TodayBoard,
});
export const resumeNotices = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/notices',
  summary: 'Send notices to an address of the business again that had stopped them',
  right: 'people.write',
  params: ofClient,
  body: z.object({ address: z.string().max(254) }),
  answer: nothing,
});
export const exportPerson = endpoint({
  method: 'GET',
  path: '/api/people/:personId/data.zip',
  summary:
    'Everything that is kept of one person, with every message to them and the files that they sent',
  right: 'people.read',
  params: z.object({ personId: PersonId }),
  ...zipped,
});
export const touchPerson = endpoint({
  method: 'POST',
  path: '/api/people/:personId/touches',
  summary: 'Note that someone called or wrote; the lead is no longer waiting',
  right: 'people.write',
  params: z.object({ personId: PersonId }),
  body: z.object({
    how: z.enum(['called', 'no-answer', 'wrote']),
    note: z.string().trim().max(1000).default(''),
  }),
  answer: nothing,
});

const mostCodesAtOnce = 100_000;
export const listVoucherPools = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/vouchers',
  summary: "A client's vouchers, with how many codes of each were given and redeemed",
  right: 'people.read',
  params: ofClient,
  answer: z.object({ pools: z.array(VoucherPoolView) }),
});
export const createVoucherPool = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/vouchers',
  summary: 'Make vouchers of a kind, without codes yet',
  right: 'followup.write',
  params: ofClient,
  body: VoucherPoolContent,
  answer: z.object({ id: VoucherPoolId }),
});
export const redeemVoucher = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/vouchers/:code/redeem',
  summary: 'Redeem a voucher by its code, in any case, with or without dashes; once',
  right: 'people.write',
  params: ofClient.extend({ code: z.string().min(1).max(100) }),
  answer: RedeemedVoucher,
});
export const saveVoucherPool = endpoint({
  method: 'PUT',
  path: '/api/voucher-pools/:voucherPoolId',
  summary: 'Change what vouchers are called and worth, and their last day',
  right: 'followup.write',
  params: z.object({ voucherPoolId: VoucherPoolId }),
  body: z.strictObject({ version: Version, content: VoucherPoolContent }),
  answer: nothing,
});
export const addVoucherCodes = endpoint({
  method: 'POST',
  path: '/api/voucher-pools/:voucherPoolId/codes',
  summary:
    "Add codes: so many new ones, or a list of the client's own; those that are there already are left",
  right: 'followup.write',
  params: z.object({ voucherPoolId: VoucherPoolId }),
  body: z.union([
    z.strictObject({
      make: z.strictObject({ count: z.int().min(1).max(mostCodesAtOnce), format: CodeFormat }),
    }),
    z.strictObject({ list: z.array(z.string().min(1).max(60)).min(1).max(mostCodesAtOnce) }),
  ]),
  answer: z.object({ added: z.int() }),
});
export const removeVoucherPool = endpoint({
  method: 'DELETE',
  path: '/api/voucher-pools/:voucherPoolId',
  summary: 'Move vouchers to the bin; none is given or redeemed any more',
  right: 'followup.write',
  params: z.object({ voucherPoolId: VoucherPoolId }),
  answer: inBin,
});

export const listCampaigns = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/campaigns',
  summary: "A client's campaigns, the newest first, with what became of each",
  right: 'followup.read',
  params: ofClient,
  answer: z.object({ campaigns: z.array(CampaignView) }),
});
export const createCampaign = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/campaigns',
  summary:
    'Make a draft of a campaign: of a kind with words to be replaced, or with all that it says',
  right: 'followup.write',
  params: ofClient,
  body: z.union([
    z.strictObject({ name: name('the campaign'), kind: z.enum(['email', 'text']) }),
    z.strictObject({ content: CampaignContent }),
  ]),
  answer: z.object({ id: CampaignId }),
});
export const getCampaignReach = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/campaigns/reach',
  summary: 'How many of a list would get a message, and why the others would not',
  asks: true,
  right: 'followup.read',
  params: ofClient,
  body: CampaignContent.pick({ consent: true, to: true }).extend({
    kind: z.enum(['email', 'text']),
    resendOf: CampaignId.nullable(),
  }),
  bodyIds: { resendOf: 'campaignId' },
  answer: CampaignReach,
});
export const getCampaign = endpoint({
  method: 'GET',
  path: '/api/campaigns/:campaignId',
  summary: 'A campaign, with what became of it so far',
  right: 'followup.read',
  params: z.object({ campaignId: CampaignId }),
  answer: CampaignView,
});
export const saveCampaign = endpoint({
  method: 'PUT',
  path: '/api/campaigns/:campaignId',
  summary: 'Change a campaign that was not sent yet',
  right: 'followup.write',
  params: z.object({ campaignId: CampaignId }),
  body: z.strictObject({ version: Version, content: CampaignContent }),
  answer: z.object({ version: z.int() }),
});
export const sendCampaign = endpoint({
  method: 'POST',
  path: '/api/campaigns/:campaignId/send',
  summary: 'Send a campaign to its list; asked again it sends nothing more',
  right: 'followup.write',
  params: z.object({ campaignId: CampaignId }),
  answer: nothing,
});
export const setCampaignState = endpoint({
  method: 'POST',
  path: '/api/campaigns/:campaignId/state',
  summary: 'Pause a campaign that is being sent, let it go on, or stop it for good',
  right: 'followup.write',
  params: z.object({ campaignId: CampaignId }),
  body: z.strictObject({ state: z.enum(['sending', 'paused', 'stopped']) }),
  answer: nothing,
});
export const resendCampaign = endpoint({
  method: 'POST',
  path: '/api/campaigns/:campaignId/resend',
  summary: 'Make a draft for those who did not open an email, once',
  right: 'followup.write',
  params: z.object({ campaignId: CampaignId }),
  answer: z.object({ id: CampaignId }),
});
export const removeCampaign = endpoint({
  method: 'DELETE',
  path: '/api/campaigns/:campaignId',
  summary: 'Move a campaign to the bin; one that is being sent is stopped',
  right: 'followup.write',
  params: z.object({ campaignId: CampaignId }),
  answer: inBin,
});
export const listCampaignPeople = endpoint({
  method: 'GET',
  path: '/api/campaigns/:campaignId/people',
  summary: 'Who a campaign went to and what became of it for each',
  right: 'people.read',
  params: z.object({ campaignId: CampaignId }),
  query: z.object({ state: MessageOutcome.optional(), ...page }),
  answer: z.object({ people: z.array(CampaignPerson), next: z.string().nullable() }),
});

/** Which merge fields the words of an email may name, as the writer chose its place. */
const emailGroups = z.array(MergeGroup).max(10);
export const checkEmail = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/emails/check',
  summary: 'What is better mended in an email before it goes to people who match conditions',
  asks: true,
  right: 'people.read',
  params: ofClient,
  body: z.strictObject({ email: Email, groups: emailGroups, onlyFor: Conditions }),
  answer: z.object({ findings: z.array(EmailFinding), bytes: z.int() }),
});
export const sendTestEmail = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/emails/test',
  summary: 'Send an email to oneself, as somebody would read it: a person, or a sample',
  right: 'people.write',
  params: ofClient,
  body: z.strictObject({ email: Email, personId: PersonId.nullable() }),
  bodyIds: { personId: 'personId' },
  answer: z.object({ to: z.string() }),
});

export const getClock = endpoint({
  method: 'GET',
  path: '/api/demo/clock',
  summary: "The program's time",
  right: 'signed-in',
  answer: z.object({ now: InstantText, demo: z.boolean() }),
});
export const moveClock = endpoint({
  method: 'POST',
  path: '/api/demo/clock',
  summary: 'Move the demo clock on; everything that falls due is done before the answer',
  right: 'clock.move',
  body: z.object({
    advance: z
      .string()
      .regex(
        /^P(?!$)(\d+W)?(\d+D)?(T(?!$)(\d+H)?(\d+M)?(\d+S)?)?$/,
        'Give an ISO 8601 duration such as P1D or PT2H.',
      ),
  }),
  answer: z.object({ now: InstantText }),
});
