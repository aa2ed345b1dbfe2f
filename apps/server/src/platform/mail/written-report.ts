import { deliverTo } from './deliver-to.ts';

/** A report as a mail server makes one of a message that it took. */
export interface WrittenReport {
  as: 'returned' | 'junk';
  /** Where the message's envelope asks for reports. */
  to: string;
  recipient: string;
  messageId: string;
}

const boundary = 'report-of-a-message';

/** The machine's part of a report: of a delivery (RFC 3464), or a complaint (RFC 5965). */
const fieldsOf = ({ as, recipient }: WrittenReport): [type: string, fields: string[]] =>
  as === 'returned'
    ? [
        'message/delivery-status',
        [
          ...['Reporting-MTA: dns; mail.example.com', ''],
          `Final-Recipient: rfc822; ${recipient}`,
          ...['Action: failed', 'Status: 5.1.1', 'Diagnostic-Code: smtp; 550 5.1.1 No such user'],
        ],
      ]
    : [
        'message/feedback-report',
        [
          ...['Feedback-Type: abuse', 'User-Agent: Post-Room/1', 'Version: 1'],
          `Original-Rcpt-To: <${recipient}>`,
        ],
      ];

/** Sends a report to where the program takes in mail, by nobody (RFC 5321, section 4.5.5); throws when it is not accepted. */
export function sendReport(report: WrittenReport, mailIn: string): Promise<void> {
  const [type, fields] = fieldsOf(report);
  const kind = report.as === 'returned' ? 'delivery-status' : 'feedback-report';
  const raw = [
    'From: MAILER-DAEMON@mail.example.com',
    `To: ${report.to}`,
    'Subject: Report of a message',
    'MIME-Version: 1.0',
    `Content-Type: multipart/report; report-type=${kind}; boundary="${boundary}"`,
    '',
    `--${boundary}`,
    ...['Content-Type: text/plain', '', 'About a message of yours:'],
    `--${boundary}`,
    ...[`Content-Type: ${type}`, '', ...fields, ''],
    `--${boundary}`,
    ...['Content-Type: text/rfc822-headers', '', `Message-ID: <${report.messageId}>`, ''],
    `--${boundary}--`,
    '',
  ].join('\r\n');
  return deliverTo(mailIn, { envelope: { from: '', to: report.to }, raw });
}
