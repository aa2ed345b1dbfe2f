import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Webhook } from 'standardwebhooks';
import { GatewayStandIn, type WireText } from './gateway-stand-in.ts';
import { TextDoor } from './text-door.ts';

const secret = Buffer.from('a secret of some length for the test').toString('base64');
const text = {
  kind: 'text' as const,
  id: 't1',
  from: '+12075550142',
  to: '+12075550117',
  body: 'Hello 🌿',
};

/** A server that answers everything with one status, and keeps what it was sent. */
async function answering(status: number) {
  const got: { headers: Record<string, unknown>; body: string }[] = [];
  let came: () => void;
  const first = new Promise<void>((resolve) => (came = resolve));
  const server = createServer((request, answer) => {
    let body = '';
    request.on('data', (chunk: Buffer) => (body += chunk.toString()));
    request.on('end', () => {
      got.push({ headers: request.headers, body });
      answer.writeHead(status).end();
      came();
    });
  });
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return { url, got, first, stop: () => server.close() };
}

const nowhere = 'http://127.0.0.1:9';

it('gives the gateway a text as JSON, under an id that it is known by', async () => {
  const kept: WireText[] = [];
  const gateway = await GatewayStandIn.start(
    async (one) => void kept.push(one),
    secret,
    () => nowhere,
  );
  await new TextDoor(gateway.url).send(text);
  expect(kept).toEqual([{ id: 't1', from: text.from, to: text.to, body: text.body }]);
  await gateway.stop();
});

it.each<[string, number, boolean]>([
  ['a number it can’t use', 400, true],
  ['a number that is not allowed', 403, true],
  ['too many at once', 429, false],
  ['a fault of its own', 503, false],
])('knows %s (%s) as final or not', async (_what, status, final) => {
  const gateway = await answering(status);
  const failure = await new TextDoor(gateway.url).send(text).catch((error: unknown) => error);
  expect((failure as { refused?: boolean }).refused === true).toBe(final);
  gateway.stop();
});

it('fails in a way that is tried again when nobody answers', async () => {
  await expect(new TextDoor('http://127.0.0.1:1').send(text)).rejects.toThrow();
});

it('the stand-in refuses a number that no network has', async () => {
  const gateway = await GatewayStandIn.start(
    async () => {},
    secret,
    () => nowhere,
  );
  await expect(new TextDoor(gateway.url).send({ ...text, to: 'n/a' })).rejects.toMatchObject({
    refused: true,
  });
  await gateway.stop();
});

it('sends a reply as a webhook that the Standard Webhooks library accepts, and no other does', async () => {
  const hook = await answering(204);
  const gateway = await GatewayStandIn.start(
    async () => {},
    secret,
    () => nowhere,
  );
  const { kind: _kind, ...reply } = text;
  await gateway.reply(reply, `${hook.url}/hooks/texts`, new Date());
  const [sent] = hook.got;
  const headers = sent!.headers as Record<string, string>;
  expect(new Webhook(secret).verify(sent!.body, headers)).toEqual({
    type: 'text.received',
    data: reply,
  });
  const other = Buffer.from('another secret for the same test').toString('base64');
  expect(() => new Webhook(other).verify(sent!.body, headers)).toThrow();
  expect(() => new Webhook(secret).verify(sent!.body.replace('Hello', 'STOP'), headers)).toThrow();
  hook.stop();
  await gateway.stop();
});

it('says when a reply was not taken', async () => {
  const hook = await answering(500);
  const gateway = await GatewayStandIn.start(
    async () => {},
    secret,
    () => nowhere,
  );
  const { kind: _kind, ...reply } = text;
  await expect(gateway.reply(reply, hook.url, new Date())).rejects.toThrow('500');
  hook.stop();
  await gateway.stop();
});

it('reports a text that it has kept as delivered', async () => {
  const hook = await answering(204);
  const gateway = await GatewayStandIn.start(
    async () => {},
    secret,
    () => `${hook.url}/hooks/texts`,
  );
  await new TextDoor(gateway.url).send(text);
  await hook.first;
  const [sent] = hook.got;
  expect(new Webhook(secret).verify(sent!.body, sent!.headers as Record<string, string>)).toEqual({
    type: 'text.delivered',
    data: { id: 't1' },
  });
  hook.stop();
  await gateway.stop();
});
