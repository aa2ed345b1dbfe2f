import { createSocket } from 'node:dgram';
import { connect } from 'node:net';
import { once } from 'node:events';
import { createTransport } from 'nodemailer';
import { DnsStandIn } from './dns/dns-stand-in.ts';
import { SmtpStandIn } from './mail/smtp-stand-in.ts';
import { PlacesStandIn } from './maps/places-stand-in.ts';
import { GatewayStandIn } from './texts/gateway-stand-in.ts';

/** Stand-ins answer on loopback, where anything may knock: noise ends none of them. */
const failures: unknown[] = [];
const note = (reason: unknown) => void failures.push(reason);
beforeAll(() => {
  process.on('unhandledRejection', note);
  process.on('uncaughtException', note);
});
afterAll(() => {
  process.off('unhandledRejection', note);
  process.off('uncaughtException', note);
});
afterEach(() => expect(failures).toEqual([]));

/** Sends bytes to a port and waits until the other side has answered or hung up. */
async function knock(port: number, bytes: Buffer | string): Promise<void> {
  const socket = connect(port, '127.0.0.1');
  socket.on('error', () => {});
  await once(socket, 'connect');
  socket.end(bytes);
  socket.resume();
  await once(socket, 'close');
}

const noise: (Buffer | string)[] = [
  'GET //[ HTTP/1.1\r\nhost: x\r\nconnection: close\r\n\r\n',
  'GET http://[ HTTP/1.1\r\nhost: x\r\nconnection: close\r\n\r\n',
  'GET /?q=%ff%00%ed%a0%bd HTTP/1.1\r\nhost: x\r\nconnection: close\r\n\r\n',
  'POST /messages HTTP/1.1\r\nhost: x\r\ncontent-length: 3\r\nconnection: close\r\n\r\n{{{',
  'POST /messages HTTP/1.1\r\nhost: x\r\ncontent-length: 4\r\nconnection: close\r\n\r\nnull',
  'POST /messages HTTP/1.1\r\nhost: x\r\ncontent-length: 9\r\n\r\n{',
  Buffer.from([0, 255, 13, 10, 0]),
  'EHLO x\r\nMAIL FROM:<a@b.test>\r\nRCPT TO:<\0>\r\nDATA\r\n\0\r\n.\r\nQUIT\r\n',
  'x'.repeat(200_000),
];

it('the places service', async () => {
  const places = await PlacesStandIn.start();
  const port = Number(new URL(places.url).port);
  for (const bytes of noise) await knock(port, bytes);
  const found = await fetch(`${places.url}?q=12%20Wharf%20Street`);
  expect(((await found.json()) as { features: object[] }).features).toHaveLength(1);
  await places.stop();
});

it('the text gateway', async () => {
  const kept: string[] = [];
  const gateway = await GatewayStandIn.start(
    ({ id }) => {
      kept.push(id);
      return Promise.resolve();
    },
    'c2VjcmV0c2VjcmV0c2VjcmV0',
    () => 'http://127.0.0.1:9',
  );
  const port = Number(new URL(gateway.url).port);
  for (const bytes of noise) await knock(port, bytes);
  const answer = await fetch(`${gateway.url}/messages`, {
    method: 'POST',
    body: JSON.stringify({ id: 'one', from: '+12075550100', to: '+12075550101', body: 'Hi' }),
  });
  expect([answer.status, kept]).toEqual([202, ['one']]);
  await gateway.stop();
});

it('the mail server', async () => {
  const kept: string[] = [];
  const server = await SmtpStandIn.start((mail) => {
    kept.push(mail.subject ?? '');
    return Promise.resolve();
  });
  const port = Number(new URL(server.url).port);
  for (const bytes of noise) await knock(port, bytes);
  const transport = createTransport({
    url: server.url,
    tls: { rejectUnauthorized: false },
  } as object);
  await transport.sendMail({ from: 'a@b.test', to: 'c@d.test', subject: 'Whole', text: 'x' });
  transport.close();
  expect(kept).toContain('Whole');
  await server.stop();
});

it('the DNS server', async () => {
  const server = await DnsStandIn.start((name) =>
    name === 'bad.test'
      ? Promise.resolve([{ name, type: 'A', value: 'no address' }])
      : Promise.resolve([]),
  );
  const [host, port] = server.address.split(':');
  const socket = createSocket('udp4');
  const ask = (packet: Buffer) =>
    new Promise((sent) => socket.send(packet, Number(port), host, sent));
  await ask(Buffer.from([0]));
  await ask(Buffer.alloc(600, 255));
  await ask(Buffer.from('0001010000010000000000000362616404746573740000010001', 'hex'));
  // A question that it understands, for a name it does not know (RFC 1035, section 4.1.1: RCODE 3).
  const answered = new Promise<Buffer>((resolve) =>
    socket.on('message', (answer: Buffer) => {
      if (answer.readUInt16BE(0) === 2) resolve(answer);
    }),
  );
  await ask(Buffer.from('0002010000010000000000000378787804746573740000010001', 'hex'));
  expect((await answered)[3]! & 15).toBe(3);
  socket.close();
  await server.stop();
});
