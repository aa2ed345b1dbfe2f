import type { Answered, api, RedeemedVoucher, VoucherPoolView } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import { eq } from 'drizzle-orm';
import { postRoom } from '../../records/messages/table.ts';
import { people } from '../../records/people/table.ts';
import { vouchers } from '../../records/vouchers/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { VoucherService } from './voucher.service.ts';

/** Codes that are given once to each person and redeemed once, by whoever comes first. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterAll(() => app.stop());

const ask = async (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) => {
  await app.signIn('owner@example.com');
  return app.api(method, url, body, 'owner@example.com');
};
const pool = async (key: string, codes: object, lastDay: string | null = null) => {
  const content = { name: key, key, worth: '$50 off', lastDay };
  const made = await ask('POST', `/api/clients/${clientId}/vouchers`, content);
  const { id } = made.json<{ id: string }>();
  const added = await ask('POST', `/api/voucher-pools/${id}/codes`, codes);
  return { id, added: added.json<{ added: number }>().added };
};
const redeem = (code: string) =>
  ask('POST', `/api/clients/${clientId}/vouchers/${encodeURIComponent(code)}/redeem`);
const come = async (email: string) => {
  await app.site('POST', '/first-visit', { form: { name: 'Ana Orr', email, phone: '' } });
  await app.settle();
  const [person] = await app.database.db.select().from(people).where(eq(people.email, email));
  return person!.id;
};
const give = (key: string, ids: PersonId[]) =>
  app.database.transaction((tx) => app.get(VoucherService).give(tx, clientId, [key], ids));
const letters = { alphabet: 'letters', length: 8, isChecked: true };

it('makes codes, takes a list, and leaves out what is there already', async () => {
  const made = await pool('made', { make: { count: 300, format: letters } });
  expect(made.added).toBe(300);
  const { id, added } = await pool('list', { list: ['AB-12', ' ab12 ', 'CD34', '--'] });
  expect(added).toBe(2);
  const again = await ask('POST', `/api/voucher-pools/${id}/codes`, { list: ['cd 34', 'EF56'] });
  expect(again.json()).toEqual({ added: 1 });
  const { pools } = (await ask('GET', `/api/clients/${clientId}/vouchers`)).json<
    Answered<typeof api.listVoucherPools>
  >();
  expect(pools.map(({ content, codes, given }) => [content.key, codes, given])).toEqual([
    ['list', 3, 0],
    ['made', 300, 0],
  ]);
  const short = {
    make: { count: 1001, format: { ...letters, alphabet: 'digits', length: 6, isChecked: false } },
  };
  const refused = await ask('POST', `/api/voucher-pools/${id}/codes`, short);
  expect(refused.json<{ detail: string }>().detail).toContain('Make them longer.');
  const taken = await ask('POST', `/api/clients/${clientId}/vouchers`, pools[0]!.content);
  expect(taken.statusCode).toBe(400);
});

it('gives each person one code, the same each time, also to two messages at once', async () => {
  await pool('each', { list: ['E1', 'E2'] });
  const [ana, ben, cyd] = [
    await come('a@example.com'),
    await come('b@example.com'),
    await come('c@example.com'),
  ];
  const [one, two] = await Promise.all([give('each', [ana]), give('each', [ana])]);
  expect(one.get(ana)).toEqual(two.get(ana));
  const all = await give('each', [ana, ben, cyd]);
  expect(all.get(ana)).toEqual(one.get(ana));
  expect(new Set([all.get(ana)!.each, all.get(ben)!.each])).toEqual(new Set(['E1', 'E2']));
  // None is left for the third.
  expect(all.get(cyd)).toEqual({});
});

it('goes along when two records become one', async () => {
  await pool('merged', { list: ['G1', 'G2'] });
  const [kept, other] = [await come('kept@example.com'), await come('other@example.com')];
  const { merged: code } = (await give('merged', [other])).get(other)!;
  expect((await ask('POST', `/api/people/${kept}/merge`, { other })).statusCode).toBe(200);
  expect((await give('merged', [kept])).get(kept)).toEqual({ merged: code });
  expect((await redeem(code!)).json<RedeemedVoucher>().person!.id).toBe(kept);
});

it('is redeemed once, however it is typed, and by one of ten who try at once', async () => {
  await pool('once', { list: ['ABCD-2345'] });
  const answers = await Promise.all(Array.from({ length: 10 }, () => redeem('abcd 2345')));
  const codes = answers.map(({ statusCode }) => statusCode).sort();
  expect(codes).toEqual([200, ...Array.from({ length: 9 }, () => 409)]);
  const first = answers.find(({ statusCode }) => statusCode === 200)!;
  expect(first.json<RedeemedVoucher>()).toMatchObject({
    code: 'ABCD-2345',
    worth: '$50 off',
    person: null,
  });
  const second = await redeem('ABCD2345');
  expect(second.json<{ detail: string }>().detail).toMatch(
    /^It was redeemed already, on .* by Oriel/,
  );
  expect((await redeem('NOPE')).statusCode).toBe(404);
});

it('ends after its last day, in the client’s zone', async () => {
  const today = app.clock.now().toZonedDateTimeISO('America/New_York').toPlainDate();
  await pool('past', { list: ['P1'] }, today.subtract({ days: 1 }).toString());
  await pool('today', { list: ['T1'] }, today.toString());
  const ana = await come('last@example.com');
  expect((await give('past', [ana])).get(ana)).toEqual({});
  expect((await redeem('P1')).statusCode).toBe(400);
  expect((await give('today', [ana])).get(ana)).toEqual({ today: 'T1' });
  expect((await redeem('T1')).json<RedeemedVoucher>().person!.name).toBe('Ana Orr');
});

it('travels in messages; one that has no code to give waits until there is one', async () => {
  const { id } = await pool('mail', { list: ['M1'] });
  const write = async (person: string, n: number) => {
    const message = {
      kind: 'email',
      ...emailFromText({ subject: 'Yours', body: 'Your code: {{ vouchers.mail }}' }),
    };
    const body = { id: `00000000-0000-4000-8000-0000000000b${n}`, message };
    expect((await ask('POST', `/api/people/${person}/messages`, body)).statusCode).toBe(200);
    await app.settle();
  };
  const [ana, ben] = [await come('mail1@example.com'), await come('mail2@example.com')];
  await write(ana, 1);
  await write(ana, 2);
  await write(ben, 3);
  const texts = async () =>
    (await app.database.db.select().from(postRoom).where(eq(postRoom.subject, 'Yours'))).map(
      ({ to, text }) => [to, text.split('\n')[0]],
    );
  expect(await texts()).toEqual([
    ['mail1@example.com', 'Your code: M1'],
    ['mail1@example.com', 'Your code: M1'],
  ]);
  await ask('POST', `/api/voucher-pools/${id}/codes`, { list: ['M2'] });
  await app.move('PT2M');
  expect(await texts()).toContainEqual(['mail2@example.com', 'Your code: M2']);
});

it('stands in an email as a QR code and on a page of its own, until it is used', async () => {
  await pool('seen', { list: ['SEEN-2345'] });
  const ana = await come('seen@example.com');
  const blocks = [
    { id: 'v', kind: 'voucher', key: 'seen', as: 'qr' },
    {
      ...{ id: 'b', kind: 'button', label: 'Show it', align: 'left' },
      link: { kind: 'voucher', key: 'seen' },
    },
  ];
  const message = { kind: 'email', subject: 'Seen', preview: '', blocks };
  const body = { id: '00000000-0000-4000-8000-0000000000c1', message };
  expect((await ask('POST', `/api/people/${ana}/messages`, body)).statusCode).toBe(200);
  await app.settle();
  const [mail] = await app.database.db.select().from(postRoom).where(eq(postRoom.subject, 'Seen'));
  expect(mail!.text).toContain('SEEN-2345');
  const picture = /\/~\/voucher-code\/qr\/[^"]+\.png/.exec(mail!.html)![0];
  const drawn = await app.site('GET', picture);
  expect([drawn.statusCode, drawn.headers['content-type']]).toEqual([200, 'image/png']);
  const [path] = /\/~\/voucher\/[^"]+/.exec(mail!.html)!;
  const page = await app.site('GET', path);
  expect(page.body).toContain('$50 off');
  expect(page.body).toContain('SEEN-2345');
  expect(page.body.match(/<svg/g)).toHaveLength(2);
  await redeem('seen 2345');
  const used = await app.site('GET', path);
  expect(used.body).toContain('has been used already');
  expect(used.body).not.toContain('SEEN-2345');
  expect((await app.site('GET', `${path}x`)).statusCode).toBe(404);
  expect((await app.site('GET', '/~/voucher-code/other/X.png')).statusCode).toBe(404);
});

it('is changed by one at a time, and stops in the bin', async () => {
  const { id } = await pool('bin', { list: ['B1'] });
  const content = { name: 'New name', key: 'bin', worth: '', lastDay: null };
  const save = () => ask('PUT', `/api/voucher-pools/${id}`, { version: 1, content });
  expect((await save()).statusCode).toBe(200);
  expect((await save()).statusCode).toBe(409);
  expect((await ask('DELETE', `/api/voucher-pools/${id}`)).statusCode).toBe(200);
  expect((await redeem('B1')).statusCode).toBe(404);
  const { pools } = (await ask('GET', `/api/clients/${clientId}/vouchers`)).json<{
    pools: VoucherPoolView[];
  }>();
  expect(pools.map(({ content }) => content.key)).not.toContain('bin');
  expect(await app.database.db.$count(vouchers, eq(vouchers.code, 'B1'))).toBe(1);
});
