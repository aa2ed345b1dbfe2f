/** What a mail server reports of a message: it could not be delivered, or whoever got it marked it as junk. */
export type MailReport =
  | {
      kind: 'bounce';
      /** It will not be delivered however often it is tried; else the server goes on trying. */
      isForGood: boolean;
      /** As RFC 3463 has it: `5.1.1`. */
      status: string;
      recipient: string;
    }
  | { kind: 'complaint'; recipient: string };

/** A part of a report by its media type, and its words. */
export interface ReportPart {
  type: string;
  text: string;
}

/** Fields in the form of mail headers, in groups that empty lines part; names in small letters, folded lines put together. */
const groupsIn = (text: string): Map<string, string>[] =>
  text
    .replace(/\r\n?/g, '\n')
    .replace(/\n[ \t]+/g, ' ')
    .split(/\n\s*\n/)
    .map(
      (group) =>
        new Map(
          group.split('\n').flatMap((line) => {
            const [, name, value] = /^([\w-]+):\s*(.*)$/.exec(line) ?? [];
            return name ? [[name.toLowerCase(), value!.trim()] as const] : [];
          }),
        ),
    );

/** An address as a field gives it: behind its type (`rfc822;`), in brackets or not. */
const addressIn = (field: string | undefined): string =>
  (field ?? '')
    .replace(/^[^;]*;/, '')
    .replace(/[<>]/g, '')
    .trim()
    .toLowerCase();

/**
 * Reads a report: of a delivery (RFC 3464, sections 2.2 and 2.3) or a complaint (RFC 5965, section 3). Null for one that says
 * nothing of a failure: that a message was delivered or passed on, or feedback of another kind.
 *
 * @param reportType the parameter of `multipart/report` (RFC 6522)
 * @param text the words of the whole report: programs that read mail put a delivery status among them
 */
export function readReport(
  reportType: string,
  text: string,
  parts: readonly ReportPart[],
): MailReport | null {
  const wordsOf = (type: string) => parts.find((part) => part.type === type)?.text ?? text;
  if (reportType === 'feedback-report') {
    const fields = groupsIn(wordsOf('message/feedback-report'))[0] ?? new Map<string, string>();
    // What was a mistake, or is no matter of the recipient's, ends nothing.
    if (!['abuse', 'fraud', 'opt-out'].includes(fields.get('feedback-type')?.toLowerCase() ?? ''))
      return null;
    return {
      kind: 'complaint',
      recipient: addressIn(fields.get('original-rcpt-to') ?? fields.get('final-recipient')),
    };
  }
  if (reportType !== 'delivery-status') return null;
  const failure = groupsIn(wordsOf('message/delivery-status')).find(
    (fields) =>
      fields.has('final-recipient') &&
      ['failed', 'delayed'].includes(fields.get('action')?.toLowerCase() ?? ''),
  );
  if (!failure) return null;
  const [status = ''] = /^[245]\.\d{1,3}\.\d{1,3}/.exec(failure.get('status') ?? '') ?? [];
  return {
    kind: 'bounce',
    isForGood: failure.get('action')!.toLowerCase() === 'failed' && !status.startsWith('4'),
    status,
    recipient: addressIn(failure.get('original-recipient') ?? failure.get('final-recipient')),
  };
}
