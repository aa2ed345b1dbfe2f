import { createServer, type Server, type Socket } from 'node:net';
import { simpleParser } from 'mailparser';

/** A mail that a server has taken: whom it is for, and its Message-ID. */
export interface TakenMail {
  to: string;
  messageId: string;
}

/**
 * A mail server (RFC 5321) on a bad day: every third mail it takes its time for, every fifth it puts off, and of every
 * seventh it keeps what it got and hangs up before it has said so; the second time that a mail comes it is taken.
 */
export class PoorMailServer {
  readonly taken: TakenMail[] = [];
  private count = 0;
  private readonly known = new Set<string>();
  private readonly sockets = new Set<Socket>();
  private constructor(private readonly server: Server) {}

  static async start(): Promise<PoorMailServer> {
    const server = createServer();
    const poor = new PoorMailServer(server);
    server.on('connection', (socket) => poor.talk(socket));
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    return poor;
  }

  get url(): string {
    const { port } = this.server.address() as { port: number };
    return `smtp://127.0.0.1:${port}`;
  }

  stop(): void {
    for (const socket of this.sockets) socket.destroy();
    this.server.close();
  }

  private talk(socket: Socket): void {
    this.sockets.add(socket);
    socket.on('close', () => this.sockets.delete(socket)).on('error', () => {});
    let rest = '';
    let to = '';
    let isData = false;
    const say = (line: string) => socket.write(`${line}\r\n`);
    say('220 poor.test');
    socket.on('data', (chunk) => {
      rest += chunk.toString('latin1');
      for (;;) {
        const end = rest.indexOf(isData ? '\r\n.\r\n' : '\r\n');
        if (end < 0) return;
        const line = rest.slice(0, end);
        rest = rest.slice(end + (isData ? 5 : 2));
        if (isData) {
          isData = false;
          void this.take(socket, to, line);
          continue;
        }
        const [verb = ''] = line.toUpperCase().split(/[ :]/);
        if (verb === 'RCPT') to = /<([^>]*)>/.exec(line)![1]!;
        if (verb === 'DATA') isData = true;
        if (verb === 'QUIT') socket.end('221 bye\r\n');
        else say(verb === 'DATA' ? '354 go on' : '250 poor.test');
      }
    });
  }

  private async take(socket: Socket, to: string, source: string): Promise<void> {
    const turn = ++this.count;
    const { messageId = '' } = await simpleParser(source);
    const isFirst = !this.known.has(messageId);
    this.known.add(messageId);
    if (turn % 3 === 0) await new Promise((waited) => setTimeout(waited, 400));
    if (isFirst && turn % 5 === 0) return void socket.write('451 try again later\r\n');
    this.taken.push({ to, messageId });
    if (isFirst && turn % 7 === 0) socket.destroy();
    else socket.write('250 taken\r\n');
  }
}
