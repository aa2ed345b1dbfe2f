/** Ids in addresses that each belong to one client: the server proves that the caller may see that client. */
export const clientOwnedIds = [
  'clientId',
  'funnelId',
  'pageId',
  'formId',
  'personId',
  'bookingId',
  'calendarId',
  'sequenceId',
  'ruleId',
  'messageId',
  'pictureId',
  'approvalId',
  'remarkId',
  'testRunId',
  'testId',
  'resultNoteId',
  'conversionId',
  'tagId',
  'reportId',
  'reportIssueId',
  'jobId',
  'submissionId',
  'receivedId',
  'fieldId',
  'listId',
  'taskId',
  'runId',
  'runStepId',
  'mergeId',
  'uploadId',
  'campaignId',
  'voucherPoolId',
  'staffId',
  'timeOffId',
  'busyFeedId',
  'waitingEntryId',
] as const;
export type ClientOwnedId = (typeof clientOwnedIds)[number];

/** Parts of addresses that are the agency's, or belong to what another part of the address names. */
export const otherIds = [
  'templateId',
  'revisionId',
  'variationId',
  'host',
  'recordId',
  'binId',
  'subjectId',
  'kind',
  'key',
  'detail',
  'userId',
  'sessionId',
  'invitationId',
  'token',
  'code',
  'address',
] as const;

/** By which ids of its address an endpoint is narrowed to a client; none for what is the agency's. */
export const scopeOf = ({ path }: { path: string }): ClientOwnedId[] =>
  clientOwnedIds.filter((id) => path.split('/').includes(`:${id}`));
