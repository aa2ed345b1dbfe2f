import type { FunnelId } from '@plumgate/core/basics';
import { KeyRing } from '../platform/key-ring.ts';
import { TestApp } from '../testing/test-app.ts';
import { carriedOn, CarryOver } from './carry-over.ts';

let app: TestApp;
beforeAll(async () => {
  app = await TestApp.start();
});
afterAll(() => app.stop());

const carried = {
  funnel: '00000000-0000-4000-8000-000000000001' as FunnelId,
  first: 'Tomás',
  last: 'Villar',
  email: 'tomas@example.com',
  phone: '',
  booking: null,
};
const ring = (name = 'carry-over-keys') => new KeyRing(app.database, app.clock, name);
const ours = (keys = ring()) => new CarryOver(keys, app.clock, { origin: undefined });

it('opens what it closed, in any process', async () => {
  const cookie = await ours().close(carried);
  expect(await ours().open(cookie)).toEqual(carried);
});

it('shows nothing of what is in it', async () => {
  const cookie = await ours().close(carried);
  const readable = cookie
    .split('.')
    .map((part) => Buffer.from(part, 'base64url').toString('latin1'))
    .join();
  for (const word of [carried.email, 'Villar', carried.funnel])
    expect(readable).not.toContain(word);
});

it('reads what is not its own as none', async () => {
  const cookie = await ours().close(carried);
  const parts = cookie.split('.');
  const other = parts[3]!.startsWith('A') ? 'B' : 'A';
  const bent = [...parts.slice(0, 3), other + parts[3]!.slice(1), parts[4]].join('.');
  const foreign = await ours(ring('other-keys')).close(carried);
  const otherPurpose = await ring().encrypt('something else', JSON.stringify(carried));
  for (const bad of [undefined, '', 'x', 'a.b.c.d.e', bent, foreign, otherPurpose])
    expect(await ours().open(bad)).toBeNull();
});

it('changes its key each week, and opens the old one’s for two days more', async () => {
  const carryOver = ours();
  const cookie = await carryOver.close(carried);
  const keyOf = (one: string) =>
    (JSON.parse(Buffer.from(one.split('.')[0]!, 'base64url').toString()) as { kid: string }).kid;
  await app.move('P8D');
  const next = await carryOver.close(carried);
  expect(keyOf(next)).not.toBe(keyOf(cookie));
  expect(await carryOver.open(cookie)).toEqual(carried);
  await app.move('P8D');
  await carryOver.close(carried);
  expect(await carryOver.open(cookie)).toBeNull();
  expect(await ours().open(next)).toEqual(carried);
});

it('agrees on one key with another process that needs one at the same moment', async () => {
  const [one, other] = [ours(ring('shared-keys')), ours(ring('shared-keys'))];
  const [first, second] = await Promise.all([one.close(carried), other.close(carried)]);
  expect(await other.open(first)).toEqual(carried);
  expect(await one.open(second)).toEqual(carried);
});

describe('carriedOn', () => {
  const details = {
    firstName: '',
    lastName: '',
    email: '',
    emailKey: null,
    phone: '(207) 555-0144',
    phoneKey: '+12075550144',
    textConsent: false,
  };
  it('keeps what was typed before where it is not asked again', () => {
    expect(carriedOn(carried, carried.funnel, details, null)).toEqual({
      ...carried,
      phone: '(207) 555-0144',
    });
  });
  it('takes a name as one', () => {
    const named = { ...details, firstName: 'Ana' };
    expect(carriedOn(carried, carried.funnel, named, null)).toMatchObject({
      first: 'Ana',
      last: '',
    });
  });
});

describe('in an address', () => {
  const sealedIn = (address: string) => new URL(address, 'http://c').searchParams.get('_carried')!;

  it('is read for a quarter of an hour, and not after it', async () => {
    const address = await ours().addressWith(carried, '/thank-you');
    expect(await ours().openAddress(sealedIn(address))).toEqual(carried);
    await app.move('PT16M');
    expect(await ours().openAddress(sealedIn(address))).toBe(null);
  });

  it('does not pass for a cookie, nor a cookie for it', async () => {
    const address = await ours().addressWith(carried, '/thank-you?a=b');
    expect(address).toMatch(/^\/thank-you\?a=b&_carried=/);
    expect(await ours().open(sealedIn(address))).toBe(null);
    expect(await ours().openAddress(await ours().close(carried))).toBe(null);
  });
});
