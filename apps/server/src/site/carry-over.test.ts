import type { FormId, FunnelId, SubmissionId } from '@plumgate/core/basics';
import { newQuestion, shortForm } from '@plumgate/core/forms';
import { eq, sql } from 'drizzle-orm';
import { PublishService } from '../domains/pages/publish.service.ts';
import { KeyRing } from '../platform/key-ring.ts';
import { forms } from '../records/forms/table.ts';
import { pages } from '../records/pages/table.ts';
import { addBookingStep, buildWorld, publishForm, TestApp } from '../testing/test-app.ts';
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
  answers: [],
  booking: null,
  submission: null,
  form: null,
};
const formId = '00000000-0000-4000-8000-000000000002' as FormId;
const answered = { form: shortForm('Ask', ['a', 'b', 'c']), formId, answers: {} };
const submissionId = '00000000-0000-4000-8000-000000000003' as SubmissionId;
const taken = { bookingId: null, submissionId };
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
    expect(carriedOn(carried, carried.funnel, { ...taken, details }, answered)).toEqual({
      ...carried,
      phone: '(207) 555-0144',
      submission: submissionId,
      form: formId,
    });
  });
  it('takes a name as one', () => {
    const named = { ...details, firstName: 'Ana' };
    expect(
      carriedOn(carried, carried.funnel, { ...taken, details: named }, answered),
    ).toMatchObject({
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

it('what one step asked stands in the next, as text, choice and ticks, for this browser alone', async () => {
  const world = await buildWorld(app);
  const asked = [
    newQuestion('email', 'q1', { key: 'email' }),
    newQuestion('address', 'q2', { key: 'home', label: 'Where is it?' }),
    newQuestion('choice', 'q3', { key: 'roof', label: 'Roof', options: ['Slate', 'Tile'] }),
    newQuestion('choices', 'q4', { key: 'worry', label: 'Worries', options: ['Moss', 'Leak'] }),
  ];
  await publishForm(app, world, { questions: asked });
  const { path } = await addBookingStep(app, world);
  const { db } = app.database;
  const [step] = await db
    .select()
    .from(pages)
    .where(eq(pages.slug, path.slice(1)));
  const again = asked.map((question) => ({ ...question, key: `${question.key}_2` }));
  await db
    .update(forms)
    .set({ definition: { ...shortForm('Again', ['a', 'b', 'c']), questions: again } })
    .where(sql`${forms.definition}->>'name' = 'Choose a time'`);
  await app.get(PublishService).publish(step!.id, step!.version, null);
  const first = await app.site('POST', '/first-visit', {
    form: [
      ['email', 'ana@example.com'],
      ['home', '4 Quay Street'],
      ['roof', 'Tile'],
      ['worry', 'Moss'],
      ['worry', 'Leak'],
    ],
    headers: { cookie: `gate_visitor=${'v'.repeat(22)}` },
  });
  const cookie = first.cookies.map(({ name, value }) => `${name}=${value}`).join('; ');
  const shown = (await app.site('GET', path, { headers: { cookie } })).body;
  expect(shown).toMatch(/name="email_2"[^>]*value="ana@example.com"/);
  expect(shown).toMatch(/name="home_2"[^>]*value="4 Quay Street"/);
  expect(shown).toContain('<option selected="">Tile</option>');
  expect(shown.match(/<input[^>]*name="worry_2"[^>]*>/g)!.join()).toMatch(/checked=.*checked=/);
  const others = (await app.site('GET', path)).body;
  for (const mine of ['ana@example.com', '4 Quay Street', '<option selected', 'checked=""'])
    expect(others).not.toContain(mine);
});
