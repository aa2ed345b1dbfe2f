import { InstantText, ReportId, ReportIssueId } from '@plumgate/core/basics';
import { ReportContent } from '@plumgate/core/reports';
import { z } from 'zod';

/** A report of one month, as it was made. */
export const ReportIssueView = z.object({
  issueId: ReportIssueId,
  /** `2026-10`. */
  month: z.string(),
  words: z.string(),
  /** The link that shows it to anybody who has it. */
  href: z.string(),
  madeAt: InstantText,
  expiresAt: InstantText,
  sentAt: InstantText.nullable(),
});
export type ReportIssueView = z.infer<typeof ReportIssueView>;

export const ReportView = z.object({
  reportId: ReportId,
  content: ReportContent,
  /** When the next is sent by itself; null for never. */
  nextAt: InstantText.nullable(),
  /** The newest month first. */
  issues: z.array(ReportIssueView),
});
export type ReportView = z.infer<typeof ReportView>;
