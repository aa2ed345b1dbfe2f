import { ClientId, ReportId, ReportIssueId } from '@plumgate/core/basics';
import { Month, ReportContent } from '@plumgate/core/reports';
import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { nothing } from './parts.ts';
import { ReportIssueView, ReportView } from './reports.ts';

const ofClient = z.object({ clientId: ClientId });
const ofReport = z.object({ reportId: ReportId });
const ofIssue = z.object({ reportIssueId: ReportIssueId });
export const listReports = endpoint({
  method: 'GET',
  path: '/api/clients/:clientId/reports',
  summary: "A client's monthly reports, with those that were made",
  right: 'results.read',
  params: ofClient,
  answer: z.object({ reports: z.array(ReportView) }),
});
export const addReport = endpoint({
  method: 'POST',
  path: '/api/clients/:clientId/reports',
  summary: 'Lay out another monthly report',
  right: 'funnels.write',
  params: ofClient,
  body: ReportContent,
  answer: z.object({ reportId: ReportId }),
});
export const changeReport = endpoint({
  method: 'PUT',
  path: '/api/reports/:reportId',
  summary:
    'Change what a report shows, and to whom it is sent; those that were made stay as they are',
  right: 'funnels.write',
  params: ofReport,
  body: ReportContent,
  answer: nothing,
});
export const removeReport = endpoint({
  method: 'DELETE',
  path: '/api/reports/:reportId',
  summary: 'Delete a report with all that were made; their links open nothing',
  right: 'funnels.write',
  params: ofReport,
  answer: nothing,
});
export const makeReport = endpoint({
  method: 'POST',
  path: '/api/reports/:reportId/issues',
  summary: 'Make the report of a month, or make it again; of the month before where none is named',
  right: 'funnels.write',
  params: ofReport,
  body: z.object({ month: Month.nullable().default(null) }),
  answer: ReportIssueView,
});
export const changeReportWords = endpoint({
  method: 'PUT',
  path: '/api/report-issues/:reportIssueId',
  summary: 'Say something of the month in a report that was made',
  right: 'funnels.write',
  params: ofIssue,
  body: z.object({ words: z.string().trim().max(3000) }),
  answer: nothing,
});
export const sendReport = endpoint({
  method: 'POST',
  path: '/api/report-issues/:reportIssueId/send',
  summary: 'Send the link to a report by email',
  right: 'funnels.write',
  params: ofIssue,
  body: z.object({
    to: z
      .array(z.email('Give an email address.').max(254))
      .min(1, 'Say to whom it is sent.')
      .max(10),
  }),
  answer: nothing,
});
export const withdrawReport = endpoint({
  method: 'DELETE',
  path: '/api/report-issues/:reportIssueId',
  summary: 'Delete a report that was made; its link opens nothing',
  right: 'funnels.write',
  params: ofIssue,
  answer: nothing,
});
