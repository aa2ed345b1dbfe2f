import { generateKeyPairSync } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { text } from 'node:stream/consumers';
import { authenticate } from 'mailauth';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { Temporal } from 'temporal-polyfill';
import type { ClientId } from '@plumgate/core/basics';
import { MailDoor, type OutgoingMail } from './mail-door.ts';

/** What leaves by SMTP, read as it came over the wire. */
const received: { raw: string; from: string }[] = [];
const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['AUTH', 'STARTTLS'],
  logger: false,
  onData(stream, { envelope }, done) {
    const from = envelope.mailFrom ? envelope.mailFrom.address : '';
    text(stream).then((raw) => {
      received.push({ raw, from });
      done();
    }, done);
  },
});
let door: MailDoor;
beforeAll(async () => {
  await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
  const { port } = server.server.address() as AddressInfo;
  door = new MailDoor(`smtp://127.0.0.1:${port}`, 'post@plumgate.test');
});
afterAll(async () => {
  door.close();
  await new Promise<void>((closed) => server.close(() => closed()));
});

const mail: OutgoingMail = {
  ...{
    kind: 'email',
    id: 'm1',
    clientId: null as ClientId | null,
    fromName: 'Quayside, the "Dental"',
  },
  ...{ replyTo: 'answer@plumgate.test', to: 'ana@example.com', subject: 'Übermorgen – 9 Uhr 🦷' },
  ...{ text: 'Hello\n.\nFrom here', html: '<p>Hello</p>', unsubscribe: 'https://q.test/~/u/1' },
  date: Temporal.Instant.from('2026-11-05T14:12:00Z'),
};
const sent = async (changes: Partial<OutgoingMail> = {}) => {
  await door.send({ ...mail, ...changes });
  return received.at(-1)!;
};

// mailparser is the outside reader of MIME; RFC 8058 names the two headers of one-press unsubscribing.
it('carries names, words, threads and the way out as another program reads them', async () => {
  const { raw } = await sent({ thread: ['a@example.com', 'b@example.com'] });
  const read = await simpleParser(raw);
  expect(read.from!.value).toEqual([
    { name: 'Quayside, the "Dental"', address: 'post@plumgate.test' },
  ]);
  expect([read.subject, read.messageId, read.inReplyTo, read.references]).toEqual([
    mail.subject,
    '<m1@plumgate.test>',
    '<b@example.com>',
    ['<a@example.com>', '<b@example.com>'],
  ]);
  expect(read.text!.trim().replaceAll('\r\n', '\n')).toBe(mail.text);
  expect(raw).toMatch(/^List-Unsubscribe: <https:\/\/q\.test\/~\/u\/1>/m);
  expect(raw).toMatch(/^List-Unsubscribe-Post: List-Unsubscribe=One-Click/m);
});

// mailauth, which shares nothing with us but the RFC, verifies the signature (RFC 6376).
it('is signed for the domain it comes from, so that an independent verifier believes it', async () => {
  const { publicKey, privateKey } = generateKeyPairSync('rsa', {
    modulusLength: 2048,
    publicKeyEncoding: { type: 'spki', format: 'der' },
    privateKeyEncoding: { type: 'pkcs8', format: 'pem' },
  });
  const { raw, from } = await sent({
    fromAddress: 'hello@quayside-dental.test',
    signing: { domain: 'quayside-dental.test', selector: 'pg1', privateKey },
  });
  const zone: Record<string, string[][]> = {
    'TXT pg1._domainkey.quayside-dental.test': [
      [`v=DKIM1; k=rsa; p=${publicKey.toString('base64')}`],
    ],
    'TXT _dmarc.quayside-dental.test': [['v=DMARC1; p=none']],
  };
  const check = async (message: string) => {
    const { dkim, dmarc } = await authenticate(message, {
      ...{ sender: from, ip: '203.0.113.7', helo: 'plumgate.test', mta: 'test' },
      disableArc: true,
      disableBimi: true,
      resolver: (name: string, type: string) =>
        zone[`${type} ${name}`]
          ? Promise.resolve(zone[`${type} ${name}`])
          : Promise.reject(Object.assign(new Error('none'), { code: 'ENOTFOUND' })),
    } as object);
    return [dkim.results[0]!.status.result, dmarc && dmarc.status.result];
  };
  expect(await check(raw)).toEqual(['pass', 'pass']);
  expect((await check(raw.replace('Hello', 'Hullo')))[0]).not.toBe('pass');
});
