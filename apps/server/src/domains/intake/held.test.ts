import type { Answered, api, HeldView, TodayBoard } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { newQuestion } from '@plumgate/core/forms';
import { count, eq } from 'drizzle-orm';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { people } from '../../records/people/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import {
  addBookingStep,
  buildWorld,
  publishForm,
  TestApp,
  type World,
} from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const send = (index: number, more: Record<string, string> = {}, address?: string) =>
  app.site('POST', '/first-visit', {
    form: { name: `P ${index}`, email: `p${index}@example.com`, ...more },
    headers: address ? { 'x-forwarded-for': address } : {},
  });
const held = async () =>
  (
    await app.api(
      'GET',
      `/api/clients/${world.client.id}/held-submissions`,
      undefined,
      'owner@example.com',
    )
  ).json<{ held: HeldView[]; total: number }>();
const decide = (what: 'accept' | 'delete', ids: string[]) =>
  app.api(
    'POST',
    `/api/clients/${world.client.id}/held-submissions/${what}`,
    { ids },
    'owner@example.com',
  );
const total = async (table: typeof people | typeof outbox) =>
  (await app.database.db.select({ count: count() }).from(table))[0]!.count;

it('holds what one address sends beyond its limit, and writes to nobody because of it', async () => {
  const answers = [];
  for (let index = 0; index < 60; index++)
    answers.push(await send(index, { name: 'Mallory' }, '198.51.100.9'));
  expect(new Set(answers.map(({ statusCode }) => statusCode))).toEqual(new Set([303]));
  expect(await total(people)).toBe(40);
  const messages = await total(outbox);
  const list = await held();
  expect([list.total, list.held.length, list.held[0]!.reason]).toEqual([20, 20, 'address']);
  expect(list.held.flatMap(({ answers }) => answers)).toContainEqual({
    question: 'Email',
    answer: 'p40@example.com',
  });
  const today = await app.api(
    'GET',
    `/api/clients/${world.client.id}/today`,
    undefined,
    'owner@example.com',
  );
  expect(today.json<TodayBoard>().held).toBe(20);
  // Another address is let in meanwhile, and the first one again ten minutes later.
  await send(100, {}, '198.51.100.10');
  await app.move('PT11M');
  await send(101, {}, '198.51.100.9');
  expect(await total(people)).toBe(42);
  expect(await total(outbox)).toBeGreaterThan(messages);
});

it('holds what names one person over and over, from wherever it comes', async () => {
  for (let index = 0; index < 12; index++)
    await send(index, { email: index % 2 ? 'Victim@example.com' : 'victim@example.com ' });
  expect((await held()).held.map(({ reason }) => reason)).toEqual(['recipient', 'recipient']);
});

it('counts a network of IPv6 as one address', async () => {
  for (let index = 0; index < 42; index++) await send(index, {}, `2001:db8:1:2::${index + 1}`);
  expect((await held()).total).toBe(2);
});

it('accepts what is real, once, and deletes the rest', async () => {
  for (let index = 0; index < 44; index++) await send(index, {}, '198.51.100.9');
  const ids = (await held()).held.map(({ id }) => id);
  const accepted = await decide('accept', ids.slice(0, 2));
  expect(accepted.json()).toEqual({ done: 2, refused: [] });
  expect(await total(people)).toBe(42);
  expect((await decide('accept', ids.slice(0, 2))).json()).toEqual({ done: 0, refused: [] });
  expect((await decide('delete', ids.slice(2))).json()).toEqual({ done: 2 });
  expect(await held()).toEqual({ held: [], total: 0 });
  const rows = await app.database.db
    .select({ email: people.email, tags: people.submissionCount })
    .from(people)
    .where(eq(people.clientId, world.client.id as ClientId));
  expect(rows.every(({ tags }) => tags === 1)).toBe(true);
});

it('accepts everything that is held as a job, and says how far that is', async () => {
  for (let index = 0; index < 65; index++) await send(index, {}, '198.51.100.9');
  const before = (await held()).total;
  const url = `/api/clients/${world.client.id}/held-submissions`;
  const asked = await app.api('POST', `${url}/accept-all`, undefined, 'owner@example.com');
  const { jobId } = asked.json<{ jobId: string }>();
  await app.settle();
  const job = (await app.api('GET', `/api/jobs/${jobId}`, undefined, 'owner@example.com')).json();
  expect(job).toMatchObject({
    state: 'done',
    done: before,
    total: before,
    result: { accepted: before, refused: 0 },
  });
  const last = await app.api('GET', `${url}/job`, undefined, 'owner@example.com');
  expect(last.json()).toEqual({ job });
  expect((await held()).total).toBe(0);
  expect(await total(people)).toBe(65);
});

it('holds a doubled post once', async () => {
  for (let index = 0; index < 40; index++) await send(index, {}, '198.51.100.9');
  for (let press = 0; press < 3; press++) await send(77, { _once: 'same' }, '198.51.100.9');
  expect((await held()).total).toBe(1);
});

it('takes no time of a calendar while it is held, and says so when the time is gone', async () => {
  const { path } = await addBookingStep(app, world);
  for (let index = 0; index < 40; index++) await send(index, {}, '198.51.100.9');
  const book = (index: number, address: string) =>
    app.site('POST', path, {
      form: {
        name: `B ${index}`,
        email: `b${index}@example.com`,
        _form: 'times',
        _slot: '2026-11-09T15:00:00Z',
      },
      headers: { 'x-forwarded-for': address },
    });
  await book(1, '198.51.100.9');
  const other = await book(2, '198.51.100.44');
  expect(other.statusCode).toBe(303);
  const [{ id }] = (await held()).held as [HeldView];
  const { done, refused } = (await decide('accept', [id])).json<{
    done: number;
    refused: { message: string }[];
  }>();
  expect(done).toBe(0);
  expect(refused[0]!.message).toMatch(/taken/);
  expect((await held()).total).toBe(1);
});

describe('junk', () => {
  const list = async (junk: 'true' | 'false') =>
    (
      await app.api(
        'GET',
        `/api/clients/${world.client.id}/submissions?junk=${junk}`,
        undefined,
        'owner@example.com',
      )
    ).json<Answered<typeof api.listSubmissions>>();

  it.each([
    ['trap', { _website: 'https://buy.example' }],
    ['link-in-name', { name: 'Buy now: https://buy.example' }],
    ['throw-away-address', { email: 'somebody@mailinator.com' }],
    ['impossible-address', { email: 'ana@example.con' }],
    ['too-fast', { _open: '900' }],
    ['blocked-words', { name: 'Cheap Crowns' }],
  ])(
    'is put aside for its %s: the sender can’t tell, and nothing happens because of it',
    async (reason, more) => {
      const blocked = `/api/clients/${world.client.id}/blocked-words`;
      await app.api(
        'PUT',
        blocked,
        { words: ['cheap crowns'], minSeconds: 2 },
        'owner@example.com',
      );
      const usual = await send(1);
      // Its follow-up begins at once, beside the test.
      await app.settle();
      const [somebody, mails] = [await total(people), await total(outbox)];
      const answer = await send(2, more);
      expect([answer.statusCode, answer.headers.location]).toEqual([
        usual.statusCode,
        expect.stringContaining(String(usual.headers.location).split('?')[0]!),
      ]);
      expect([await total(people), await total(outbox)]).toEqual([somebody, mails]);
      expect((await list('true')).submissions).toMatchObject([{ junk: { reason } }]);
      expect(await list('false')).toMatchObject({ total: 1, junk: 1 });
      // Nobody is asked to look at it, and "accept all" leaves it.
      expect((await held()).total).toBe(0);
      await app.api(
        'POST',
        `/api/clients/${world.client.id}/held-submissions/accept-all`,
        undefined,
        'owner@example.com',
      );
      await app.settle();
      expect(await list('true')).toMatchObject({ total: 1, junk: 1 });
    },
  );

  it('the same text again and again is put aside, whoever it says it is from', async () => {
    await publishForm(app, world, {
      questions: [
        newQuestion('email', 'q1', { key: 'email' }),
        newQuestion('long-text', 'q2', { key: 'more' }),
      ],
    });
    const more = 'Dear owner, your website could rank much higher than it does.';
    for (let number = 1; number <= 4; number++)
      await app.site('POST', '/first-visit', {
        form: { email: `p${number}@example.com`, more: `${more}${'!'.repeat(number)}` },
      });
    expect(await list('false')).toMatchObject({ total: 3, junk: 1 });
    expect((await list('true')).submissions).toMatchObject([{ junk: { reason: 'repeated' } }]);
  });

  it('runs through everything once it is restored', async () => {
    await send(1, { name: 'www.buy.example' });
    const [aside] = (await list('true')).submissions;
    await app.api('POST', `/api/submissions/${aside!.id}/restore`, undefined, 'owner@example.com');
    const [taken] = (await list('false')).submissions;
    expect(taken).toMatchObject({ rules: ['New patients'], junk: null });
    expect(await total(people)).toBe(1);
  });

  it('is deleted after ninety days', async () => {
    await send(1, { _website: 'x' });
    app.clock.moveTo(app.clock.now().add({ hours: 24 * 90 - 1 }));
    await app.signIn('owner@example.com');
    await app.get(Housekeeping).tidy();
    expect((await list('true')).junk).toBe(1);
    app.clock.moveTo(app.clock.now().add({ hours: 1 }));
    await app.get(Housekeeping).tidy();
    expect((await list('true')).junk).toBe(0);
  });
});
