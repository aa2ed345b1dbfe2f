import { connect, type Socket } from 'node:net';
import type { ClientId, Instant } from '@plumgate/core/basics';
import { createTransport, type Transporter } from 'nodemailer';
import type { EmailPayload } from './email-payload.ts';

export interface OutgoingMail extends EmailPayload {
  id: string;
  /** Null for the agency's own. */
  clientId: ClientId | null;
  date: Instant;
  /** Where mail servers report what became of it; left out for the sender's address. */
  returnPath?: string;
}

/** A try ends within the lease of its message (60 s), whatever the mail server does; in ms. */
const timeouts = {
  dnsTimeout: 5_000,
  connectionTimeout: 10_000,
  greetingTimeout: 10_000,
  socketTimeout: 20_000,
};

/** The header that tells the built-in post room whose mail it received. */
export const clientHeader = 'X-Plumgate-Client';

/** The one way out for mail: SMTP, to a real server or to the stand-in that ships with the program. */
export class MailDoor {
  private readonly transport: Transporter;

  constructor(
    smtpUrl: string,
    private readonly from: string,
  ) {
    const { hostname, port } = new URL(smtpUrl);
    const standIn = hostname === '127.0.0.1' && {
      tls: { rejectUnauthorized: false },
      getSocket: (_options: unknown, give: GiveSocket) =>
        connectWithoutDelay(hostname, Number(port), give),
    };
    this.transport = createTransport({
      url: smtpUrl,
      pool: true,
      maxConnections: 4,
      ...timeouts,
      ...standIn,
    } as object);
  }

  async send(mail: OutgoingMail): Promise<void> {
    await this.transport.sendMail({
      from: { name: mail.fromName, address: mail.fromAddress ?? this.from },
      ...(mail.signing && {
        dkim: {
          domainName: mail.signing.domain,
          keySelector: mail.signing.selector,
          privateKey: mail.signing.privateKey,
        },
      }),
      to: mail.to,
      ...(mail.returnPath && { envelope: { from: mail.returnPath, to: mail.to } }),
      replyTo: mail.replyTo || undefined,
      subject: mail.subject,
      text: mail.text,
      html: mail.html,
      date: new Date(mail.date.epochMilliseconds),
      messageId: `<${mail.id}@${this.from.split('@')[1]}>`,
      ...threadHeaders(mail.thread ?? []),
      headers: { ...(mail.clientId && { [clientHeader]: mail.clientId }), ...leaveHeaders(mail) },
      ...(mail.calendar && {
        icalEvent: {
          method: mail.calendar.method,
          filename: 'visit.ics',
          content: mail.calendar.content,
        },
      }),
      disableFileAccess: true,
      disableUrlAccess: true,
    });
  }

  close(): void {
    this.transport.close();
  }
}

/** What an answer answers (RFC 5322, section 3.6.4). */
const threadHeaders = (thread: readonly string[]) =>
  thread.length > 0
    ? { inReplyTo: `<${thread.at(-1)}>`, references: thread.map((id) => `<${id}>`) }
    : {};

/** One-press unsubscribing as RFC 8058 has it: an https (here http) address that takes a POST. */
const leaveHeaders = ({ unsubscribe }: EmailPayload): Record<string, string> =>
  unsubscribe
    ? {
        'List-Unsubscribe': `<${unsubscribe}>`,
        'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click',
      }
    : {};

type GiveSocket = (error: Error | null, made?: { connection: Socket }) => void;

/** On loopback the wait for a full packet costs 40 ms a message, many times what the rest of it takes. */
function connectWithoutDelay(host: string, port: number, give: GiveSocket): void {
  const connection = connect({ host, port, noDelay: true });
  connection.once('connect', () => give(null, { connection }));
  connection.once('error', give);
}
