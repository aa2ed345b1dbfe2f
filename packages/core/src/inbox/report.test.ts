import { readReport, type MailReport } from './index.ts';

const bounce = (isForGood: boolean, status: string, recipient: string): MailReport => ({
  ...{ kind: 'bounce', isForGood, status, recipient },
});

// RFC 3464, appendix E: the examples of the standard, shortened to their fields.
it.each<[string, string, MailReport | null]>([
  [
    'a host that is not there (E.1)',
    `Reporting-MTA: dns; cs.utk.edu

Original-Recipient: rfc822;louisl@larry.slip.umd.edu
Final-Recipient: rfc822;louisl@larry.slip.umd.edu
Action: failed
Status: 4.0.0
Diagnostic-Code: smtp; 426 connection timed out
Last-Attempt-Date: Thu, 7 Jul 1994 17:15:49 -0400`,
    bounce(false, '4.0.0', 'louisl@larry.slip.umd.edu'),
  ],
  [
    'one of several recipients (E.2)',
    `Reporting-MTA: dns; sun2.nsfnet-relay.ac.uk

Final-Recipient: rfc822;thomas@de-montfort.ac.uk
Status: 4.0.0 (unknown temporary failure)
Action: delayed`,
    bounce(false, '4.0.0', 'thomas@de-montfort.ac.uk'),
  ],
  [
    'an unknown user',
    'Reporting-MTA: dns; mail.example\r\n\r\nFinal-Recipient: rfc822; <Ana@Example.com>\r\nAction: failed\r\nStatus: 5.1.1\r\nDiagnostic-Code: smtp;\r\n 550 no such user',
    bounce(true, '5.1.1', 'ana@example.com'),
  ],
  [
    'a delivery',
    'Final-Recipient: rfc822; ana@example.com\nAction: delivered\nStatus: 2.0.0',
    null,
  ],
  ['nothing', '', null],
])('reads %s', (_what, text, report) =>
  expect(readReport('delivery-status', text, [])).toEqual(report),
);

// RFC 5965, appendix B: the simple report (B.1).
it.each<[string, string, MailReport | null]>([
  [
    'abuse',
    'Feedback-Type: abuse\nUser-Agent: SomeGenerator/1.0\nVersion: 1\nOriginal-Rcpt-To: <user@example.com>',
    { kind: 'complaint', recipient: 'user@example.com' },
  ],
  ['no spam', 'Feedback-Type: not-spam\nVersion: 1', null],
  ['a virus', 'Feedback-Type: virus\nVersion: 1', null],
])('reads feedback of %s', (_what, text, report) =>
  expect(
    readReport('feedback-report', 'Words', [{ type: 'message/feedback-report', text }]),
  ).toEqual(report),
);

it('reads nothing from what is no report', () => {
  for (const junk of ['', ':\n:', '\n'.repeat(1000), 'Action: failed', '\u0000'])
    for (const type of ['delivery-status', 'feedback-report', 'other'])
      expect(readReport(type, junk, [])).toBeNull();
});
