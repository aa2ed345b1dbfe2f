import { readReport, type MailReport } from '@plumgate/core/inbox';
import type { ParsedMail, StructuredHeader } from 'mailparser';
import { messageIdsIn } from './received-email.ts';

/** What a mail reports of another; null for a report of nothing that matters, undefined for mail that is none (RFC 6522). */
export function reportIn(mail: ParsedMail): MailReport | null | undefined {
  const type = mail.headers.get('content-type') as StructuredHeader | undefined;
  if (type?.value?.toLowerCase() !== 'multipart/report') return undefined;
  const parts = mail.attachments.map(({ contentType, content }) => ({
    type: contentType.toLowerCase(),
    text: content.toString(),
  }));
  return readReport(type.params['report-type']?.toLowerCase() ?? '', mail.text ?? '', parts);
}

/** The Message-IDs of the messages, or their heads, that came along. */
export const messagesAlong = (mail: ParsedMail): string[] =>
  mail.attachments
    .filter(({ contentType }) => /^(message\/rfc822|text\/rfc822-headers)/i.test(contentType))
    .flatMap(({ content }) =>
      messageIdsIn(/^message-id:\s*(<[^>]+>)/im.exec(content.toString().slice(0, 20_000))?.[1]),
    );
