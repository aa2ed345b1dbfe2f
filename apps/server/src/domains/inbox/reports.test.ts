import type { CampaignView, PersonRecord, SuppressedAddress } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { newCampaign } from '@plumgate/core/campaigns';
import { emailFromText } from '@plumgate/core/emails';
import { desc, eq } from 'drizzle-orm';
import { deliverTo } from '../../platform/mail/deliver-to.ts';
import type { MailIn } from '../../platform/mail/mail-in.ts';
import { MAIL_IN } from '../../platform/mail/token.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** Mail that comes back, complaints, and the addresses that get no mail. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterEach(() => app.stop());

const ask = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const ok = async <Answer>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  url: string,
  body?: object,
) => {
  const answer = await ask(method, url, body);
  expect([answer.statusCode, answer.body.slice(0, 300)]).toEqual([200, expect.any(String)]);
  return answer.json<Answer>();
};
const person = async (email: string) => {
  const id = crypto.randomUUID() as PersonId;
  const at = app.clock.now();
  await app.database.db.insert(people).values({
    ...{ id, clientId, firstName: 'Pat', lastName: 'Orr', source: 'S', lastSource: 'S', email },
    ...{ emailKey: email, phone: '', phoneKey: null, addedAt: at, lastSeenAt: at },
  });
  return id;
};
const letter = { kind: 'email', ...emailFromText({ subject: 'Hello', body: 'Hello' }) };
const write = async (id: PersonId) => {
  const answer = await ask('POST', `/api/people/${id}/messages`, {
    ...{ id: crypto.randomUUID(), message: letter },
  });
  await app.settle();
  return answer;
};
const newest = async (id: PersonId) =>
  (
    await app.database.db
      .select()
      .from(outbox)
      .where(eq(outbox.personId, id))
      .orderBy(desc(outbox.order))
  )[0]!;
const report = async (id: PersonId, as: 'junk' | 'returned') => {
  await ok('POST', `/api/messages/${(await newest(id)).id}/report`, { as });
  await app.settle();
};
const own = (path: string) => `/api/clients/${clientId}/${path}`;
const listed = async (query = '') =>
  (await ok<{ addresses: SuppressedAddress[] }>('GET', own(`suppressions?${query}`))).addresses;
const reachOf = async (id: PersonId) => (await ok<PersonRecord>('GET', `/api/people/${id}`)).reach;

it('mail that comes back is not delivered, and its address gets no more', async () => {
  const id = await person('gone@example.com');
  await write(id);
  expect((await newest(id)).state).toBe('sent');
  await report(id, 'returned');
  await report(id, 'returned');
  expect(await newest(id)).toMatchObject({ state: 'failed', lastError: 'returned 5.1.1' });
  expect(await reachOf(id)).toMatchObject({ mailRefused: true });
  expect(await listed()).toMatchObject([{ address: 'gone@example.com', reason: 'bounced' }]);
  expect((await write(id)).statusCode).toBe(400);
});

it('a complaint ends mail to them for good, and a campaign with too many of them pauses', async () => {
  const ids = [];
  for (let n = 0; n < 4; n++) ids.push(await person(`p${n}@example.com`));
  const base = newCampaign('Spring', 'email');
  const content = {
    ...{ ...base, message: { ...letter }, consent: 'not-unsubscribed', perMinute: 10_000 },
    to: { match: 'all', terms: [{ about: 'source', is: 'S' }] },
    when: { kind: 'now' },
  };
  const { id } = await ok<{ id: string }>('POST', own('campaigns'), { content });
  await ok('POST', `/api/campaigns/${id}/send`);
  await app.settle();
  for (const one of ids.slice(0, 3)) await report(one, 'junk');
  const { counts, state, pausedBecause } = await ok<CampaignView>('GET', `/api/campaigns/${id}`);
  expect([counts!.sent, counts!.complaints, state]).toEqual([4, 3, 'paused']);
  expect(pausedBecause).toContain('3 of 4 marked it as junk');
  expect(await reachOf(ids[0]!)).toMatchObject({ unsubscribed: true });
  expect((await listed()).map(({ reason }) => reason)).toEqual([
    ...['complained', 'complained', 'complained'],
  ]);
});

it('a report of a message that is not ours, or on a forged address, changes nothing', async () => {
  const id = await person('ana@example.com');
  await write(id);
  const hex = (await newest(id)).id.replaceAll('-', '');
  await deliverTo(app.running.app.get<MailIn>(MAIL_IN).url, {
    envelope: { from: '', to: `bounce+${hex}${'0'.repeat(20)}@plumgate.test` },
    raw: 'Subject: x\r\nContent-Type: multipart/report; report-type=delivery-status; boundary=b\r\n\r\n--b\r\nContent-Type: message/delivery-status\r\n\r\nFinal-Recipient: rfc822; ana@example.com\r\nAction: failed\r\nStatus: 5.1.1\r\n--b--',
  });
  expect((await newest(id)).state).toBe('sent');
});

describe('the list of addresses that get no mail', () => {
  it('is written by hand or from a file, said as CSV, and taken back', async () => {
    const [ana, bo] = [await person('ana@example.com'), await person('bo@example.com')];
    await app.database.db
      .update(people)
      .set({ unsubscribedAt: app.clock.now() })
      .where(eq(people.id, bo));
    expect(
      await ok('POST', own('suppressions'), {
        addresses: ['Ana@Example.com', 'ana@example.com ', 'not an address', ''],
      }),
    ).toEqual({ added: 1, refused: ['not an address'] });
    expect(await listed()).toMatchObject([
      { address: 'ana@example.com', reason: 'by-hand', by: 'Oriel' },
      { address: 'bo@example.com', reason: 'unsubscribed' },
    ]);
    const csv = (await ask('GET', own('suppressions.csv'))).body;
    expect(csv.split('\r\n').map((line) => line.split(',').slice(0, 2).join())).toEqual([
      ...['address,reason', 'ana@example.com,by-hand', 'bo@example.com,unsubscribed', ''],
    ]);
    // Nothing reaches them that they did not ask for, and the reason is told.
    expect((await write(ana)).statusCode).toBe(200);
    expect(await newest(ana)).toMatchObject({ state: 'left-out', leftOut: 'suppressed' });
    await ok('DELETE', own('suppressions/ana@example.com'));
    expect((await ask('DELETE', own('suppressions/bo@example.com'))).statusCode).toBe(404);
    await write(ana);
    expect(await newest(ana)).toMatchObject({ state: 'sent' });
  });

  it('ends what is queued already, and is asked when a campaign is sent', async () => {
    const ana = await person('ana@example.com');
    await ask('POST', `/api/people/${ana}/messages`, { id: crypto.randomUUID(), message: letter });
    await ok('POST', own('suppressions'), { addresses: ['ana@example.com'] });
    await app.settle();
    const reach = await ok('POST', own('campaigns/reach'), {
      ...{ kind: 'email', consent: 'not-unsubscribed', resendOf: null },
      to: { match: 'all', terms: [{ about: 'source', is: 'S' }] },
    });
    expect(reach).toEqual({ reached: 0, leftOut: [{ reason: 'suppressed', people: 1 }] });
  });
});
