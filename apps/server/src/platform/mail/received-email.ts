import type { ParsedMail } from 'mailparser';
import { cleanData } from '@plumgate/core/basics';
import { isAutomaticMail } from '@plumgate/core/inbox';

/** A file that came with an email. */
export interface MailedFile {
  name: string;
  content: Buffer;
}

/** So much of what comes with one email is kept. */
const mostFiles = 10;
const mostFileBytes = 10_000_000;

/** An email that came in. */
export interface ReceivedEmail {
  /** Its Message-ID without brackets, or what the mail server's webhook knows it by. */
  id: string;
  from: string;
  fromName: string;
  to: readonly string[];
  subject: string;
  text: string;
  /** The messages before it in its thread, by their Message-IDs without brackets, the oldest first. */
  thread: readonly string[];
  /** A mail program sent it by itself. */
  isAutomatic: boolean;
  /** What came along, but for pictures that stand in its words. */
  files?: readonly MailedFile[];
}

/** Message-IDs as headers have them, without their brackets. */
export const messageIdsIn = (header: string | readonly string[] | undefined): string[] =>
  [header ?? []]
    .flat()
    .join(' ')
    .split(/\s+/)
    .map((id) => id.replace(/^<|>$/g, ''))
    .filter(Boolean);

/** An email as it came over SMTP; `id` is for one without a Message-ID. */
export function receivedEmail(
  mail: ParsedMail,
  { from, to, id }: { from: string; to: readonly string[]; id: string },
): ReceivedEmail {
  const [sender] = mail.from?.value ?? [];
  const subject = mail.subject ?? '';
  const header = (name: string) => {
    const value = mail.headers.get(name);
    return value === undefined ? undefined : headerText(value);
  };
  const [messageId] = messageIdsIn(mail.messageId);
  const read = cleanData({
    id: messageId ?? id,
    from: sender?.address ?? from,
    fromName: sender?.name ?? '',
    to,
    subject,
    text: mail.text ?? '',
    thread: [...new Set([...messageIdsIn(mail.references), ...messageIdsIn(mail.inReplyTo)])],
    isAutomatic: isAutomaticMail({ header, returnPath: from, subject }),
  });
  const files = mail.attachments
    .filter(({ related, content }) => !related && content.length <= mostFileBytes)
    .slice(0, mostFiles)
    .map(({ filename, content }) => ({ name: filename ?? '', content }));
  return { ...read, files };
}

/** A header's words; mailparser gives those with parameters in parts. */
function headerText(value: unknown): string {
  if (typeof value === 'string') return value;
  if (Array.isArray(value)) return value.map(headerText).join(' ');
  const { value: words } = value as { value?: unknown };
  return typeof words === 'string' ? words : '';
}
