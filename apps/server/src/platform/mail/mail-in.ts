import type { AddressInfo } from 'node:net';
import { simpleParser, type ParsedMail } from 'mailparser';
import { SMTPServer, type SMTPServerDataStream } from 'smtp-server';

/** What an envelope says: who sends it (empty for a report, RFC 5321 section 4.5.5), and which of our addresses it is for. */
export interface Envelope {
  from: string;
  to: string[];
}

const mostBytes = 25_000_000;

/**
 * The one way in for mail: SMTP, for the addresses of one domain alone, so that nothing is ever passed on. It says that it
 * has a message only once `take` has finished, and asks to be tried again later where that failed.
 */
export class MailIn {
  private constructor(
    private readonly server: SMTPServer,
    readonly url: string,
    /** Mail for this address comes here; any other address is another server's. */
    readonly takes: (address: string) => boolean,
  ) {}

  static async start(
    { host, port, domain }: { host: string; port: number; domain: string },
    take: (mail: ParsedMail, envelope: Envelope) => Promise<void>,
  ): Promise<MailIn> {
    const takes = (address: string) => address.toLowerCase().endsWith(`@${domain}`);
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['AUTH'],
      disableReverseLookup: true,
      logger: false,
      size: mostBytes,
      maxClients: 100,
      socketTimeout: 60_000,
      onRcptTo({ address }, _session, done) {
        done(takes(address) ? null : smtpError(550, 'No mail is taken for this address'));
      },
      onData(stream: SMTPServerDataStream, { envelope }, done) {
        const from = envelope.mailFrom ? envelope.mailFrom.address : '';
        const to = envelope.rcptTo.map(({ address }) => address);
        simpleParser(stream)
          .then(async (mail) => {
            if (stream.sizeExceeded) throw smtpError(552, 'The message is too large');
            await take(mail, { from, to });
          })
          .then(
            () => done(),
            (error: Error) =>
              done('responseCode' in error ? error : smtpError(451, 'Try again later')),
          );
      },
    });
    server.on('error', () => {}); // one that hangs up is its own affair
    await new Promise<void>((listening, failed) => {
      server.server.once('error', failed);
      server.listen(port, host, listening);
    });
    const bound = server.server.address() as AddressInfo;
    return new MailIn(server, `smtp://${bound.address}:${bound.port}`, takes);
  }

  stop(): Promise<void> {
    return new Promise((stopped) => this.server.close(() => stopped()));
  }
}

const smtpError = (responseCode: number, message: string): Error =>
  Object.assign(new Error(message), { responseCode });
