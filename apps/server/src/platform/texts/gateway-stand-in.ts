import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { deliverHook } from '../http/signed-hook.ts';

export interface WireText {
  id: string;
  from: string;
  to: string;
  body: string;
}

/**
 * A text gateway on loopback that keeps what it is given instead of passing it on. A reply written in the post room
 * leaves it as a gateway's would: as a webhook signed by the Standard Webhooks scheme.
 */
export class GatewayStandIn {
  private constructor(
    private readonly server: Server,
    readonly url: string,
    private readonly secret: string,
  ) {}

  static async start(
    keep: (text: WireText) => Promise<void>,
    secret: string,
  ): Promise<GatewayStandIn> {
    const server = createServer((request, answer) => {
      take(request, keep).then(
        (status) => finish(answer, status),
        () => finish(answer, 503),
      );
    });
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    return new GatewayStandIn(server, `http://127.0.0.1:${port}`, secret);
  }

  /** Delivers a reply to the program's webhook; throws when it is not accepted. */
  async reply(text: WireText, hook: string, at: Date): Promise<void> {
    const event = { type: 'text.received', data: text };
    await deliverHook({ url: hook, secret: this.secret, id: text.id, at, event });
  }

  stop(): Promise<void> {
    this.server.closeAllConnections();
    return new Promise((stopped) => this.server.close(() => stopped()));
  }
}

async function take(
  request: IncomingMessage,
  keep: (text: WireText) => Promise<void>,
): Promise<number> {
  if (request.method !== 'POST' || request.url !== '/messages') return 404;
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  const text = JSON.parse(Buffer.concat(chunks).toString()) as WireText;
  // As a real gateway: a number it can't route to is refused for good.
  if (!/^\+\d{6,15}$/.test(text.to)) return 400;
  await keep(text);
  return 202;
}

function finish(answer: ServerResponse, status: number): void {
  answer.writeHead(status).end();
}
