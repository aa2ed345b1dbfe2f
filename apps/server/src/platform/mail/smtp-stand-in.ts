import type { AddressInfo } from 'node:net';
import { simpleParser, type ParsedMail } from 'mailparser';
import { SMTPServer, type SMTPServerDataStream } from 'smtp-server';

/**
 * A mail server on loopback that keeps what it receives instead of passing it on: development, tests and the demo see
 * mail as it travels. It says that it has a message only once `keep` has finished. An answer written in the post room leaves
 * it by SMTP, like real mail.
 */
export class SmtpStandIn {
  private constructor(
    private readonly server: SMTPServer,
    readonly url: string,
  ) {}

  static async start(
    keep: (mail: ParsedMail, recipients: string[]) => Promise<void>,
  ): Promise<SmtpStandIn> {
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['AUTH', 'STARTTLS'],
      disableReverseLookup: true,
      logger: false,
      size: 25_000_000,
      // A top-level name that can't exist (RFC 2606) is refused for good, as a real mail host refuses an unknown one.
      onRcptTo(address, _session, done) {
        const unknown = address.address.endsWith('.invalid');
        done(unknown ? Object.assign(new Error('No such mailbox'), { responseCode: 550 }) : null);
      },
      onData(stream: SMTPServerDataStream, session, done) {
        simpleParser(stream)
          .then((mail) =>
            keep(
              mail,
              session.envelope.rcptTo.map((recipient) => recipient.address),
            ),
          )
          .then(
            () => done(),
            (error: Error) => done(error),
          );
      },
    });
    server.on('error', () => {}); // a client that hangs up is its own affair
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.server.address() as AddressInfo;
    return new SmtpStandIn(server, `smtp://127.0.0.1:${port}`);
  }

  stop(): Promise<void> {
    return new Promise((stopped) => this.server.close(() => stopped()));
  }
}
