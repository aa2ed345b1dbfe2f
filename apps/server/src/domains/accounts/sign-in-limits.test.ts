import { AccountService } from './account.service.ts';
import { SetUpCode } from './set-up-code.ts';
import { password, TestApp } from '../../testing/test-app.ts';

let app: TestApp;
beforeEach(async () => {
  app = await TestApp.start();
});
afterEach(() => app.stop());

const owner = { name: 'Oriel', email: 'owner@example.com', password };
const setUp = () => app.get(AccountService).setUp({ name: 'Tallow & Thyme', zone: 'UTC' }, owner);
const signIn = (
  email: string,
  secret: string,
  { from = '198.51.100.7', cookie = '' }: { from?: string; cookie?: string } = {},
) =>
  app.running.app.inject({
    method: 'POST',
    url: '/api/session',
    headers: { host: 'localhost:4310', 'x-forwarded-for': from, ...(cookie && { cookie }) },
    payload: { email, password: secret },
  });
const statuses = async (tries: Promise<{ statusCode: number }>[]) =>
  (await Promise.all(tries)).map(({ statusCode }) => statusCode).sort();

it('is not avoided by spaces, capitals or another spelling of the same letters', async () => {
  await setUp();
  const spellings = Array.from(
    { length: 14 },
    (_, index) => `${' '.repeat(index)}${index % 2 ? 'OWNER' : 'Owner'}@example.com`,
  );
  const seen = await statuses(spellings.map((email) => signIn(email, 'wrong')));
  expect(seen).toEqual([...Array<number>(10).fill(401), ...Array<number>(4).fill(429)]);
});

it('stops one address that tries many accounts', async () => {
  await setUp();
  const tries = Array.from({ length: 40 }, (_, index) => signIn(`a${index}@example.com`, 'wrong'));
  expect(await statuses(tries)).toEqual([
    ...Array<number>(30).fill(401),
    ...Array<number>(10).fill(429),
  ]);
});

it('slows many addresses that try one account, and locks nobody out of it', async () => {
  await setUp();
  const first = await signIn(owner.email, password);
  const cookie = `plumgate_device=${first.cookies.find(({ name }) => name === 'plumgate_device')!.value}`;
  for (let round = 0; round < 6; round++)
    await Promise.all(
      Array.from({ length: 10 }, (_, index) =>
        signIn(owner.email, 'wrong', { from: `2001:db8:${round}:${index}::1` }),
      ),
    );
  expect((await signIn(owner.email, password, { from: '203.0.113.50' })).statusCode).toBe(200);
  expect((await signIn(owner.email, password, { from: '203.0.113.50', cookie })).statusCode).toBe(
    200,
  );
  // The cookie is for the account it was given for, and guesses by it are counted, too.
  expect((await signIn('other@example.com', 'wrong', { cookie })).statusCode).toBe(401);
  const guesses = await statuses(
    Array.from({ length: 12 }, () => signIn(owner.email, 'wrong', { cookie })),
  );
  expect(guesses.filter((status) => status === 429)).toHaveLength(2);
}, 120_000);

it('counts no good sign-in', async () => {
  await setUp();
  for (let index = 0; index < 12; index++)
    expect((await signIn(owner.email, password)).statusCode).toBe(200);
});

it('begins anew after the minute', async () => {
  await setUp();
  for (let index = 0; index < 11; index++) await signIn(owner.email, 'wrong');
  expect((await signIn(owner.email, password)).statusCode).toBe(429);
  await app.move('PT61S');
  expect((await signIn(owner.email, password)).statusCode).toBe(200);
});

it('lets nobody set up who can’t read where the program was started', async () => {
  const code = await app.get(SetUpCode).read();
  expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}$/);
  const body = { agency: 'Mine now', zone: 'UTC', ...owner };
  const post = (typed: string) => app.api('POST', '/api/set-up', { ...body, code: typed });
  expect((await post('AAAA-AAAA')).json()).toMatchObject({ status: 403, code: 'wrong-code' });
  const tries = await statuses(Array.from({ length: 12 }, () => post('BBBB-BBBB')));
  expect(tries.filter((status) => status === 429).length).toBeGreaterThanOrEqual(2);
  await app.move('PT61S');
  expect((await post(` ${code.toLowerCase().replace('-', ' ')}`)).statusCode).toBe(200);
});
