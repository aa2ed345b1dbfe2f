import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { SystemClock } from '../clock.ts';
import { deliverHook } from '../http/signed-hook.ts';

export interface WireText {
  id: string;
  from: string;
  to: string;
  body: string;
}

/** A phone takes a moment to say that it has a text. */
const reportAfterMs = 500;

/**
 * A text gateway on loopback that keeps what it is given instead of passing it on. A reply written in the post room
 * leaves it as a gateway's would: as a webhook signed by the Standard Webhooks scheme; so does the report that a text has
 * been delivered.
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
    hook: () => string,
  ): Promise<GatewayStandIn> {
    const server = createServer((request, answer) => {
      void take(request, keep)
        .then(({ status, id }) => {
          finish(answer, status);
          if (id) setTimeout(() => report(id, secret, hook).catch(() => {}), reportAfterMs).unref();
        })
        .catch(() => finish(answer, 503));
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
): Promise<{ status: number; id?: string }> {
  if (request.method !== 'POST' || request.url !== '/messages') return { status: 404 };
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  const text = JSON.parse(Buffer.concat(chunks).toString()) as WireText;
  // As a real gateway: a number it can't route to is refused for good.
  if (!/^\+\d{6,15}$/.test(text.to)) return { status: 400 };
  await keep(text);
  return { status: 202, id: text.id };
}

/** Reports a delivery, once: a program that does not listen just then goes without. */
async function report(id: string, secret: string, hook: () => string): Promise<void> {
  const event = { type: 'text.delivered', data: { id } };
  // The signature's time is checked against the machine's clock, not against the demo's.
  const at = new Date(new SystemClock().now().epochMilliseconds);
  await deliverHook({ url: hook(), secret, id: `${id}-delivered`, at, event });
}

function finish(answer: ServerResponse, status: number): void {
  answer.writeHead(status).end();
}
