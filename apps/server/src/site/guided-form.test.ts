import type { PersonRecord } from '@plumgate/contract';
import { newQuestion } from '@plumgate/core/forms';
import { desc, eq } from 'drizzle-orm';
import { submissions } from '../records/intake/table.ts';
import { people } from '../records/people/table.ts';
import { buildWorld, publishForm, TestApp, type World } from '../testing/test-app.ts';

/** A form in parts, with questions that earlier answers hide, as browsers with and without script send it. */
let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
  await publishForm(app, world, {
    questions: [
      newQuestion('choice', 'q1', { key: 'leaks', options: ['Yes', 'No'], required: true }),
      newQuestion('rating', 'q2', {
        key: 'how_much',
        required: true,
        showIf: { match: 'all', terms: [{ question: 'leaks', test: { op: 'is', value: 'Yes' } }] },
      }),
      newQuestion('full-name', 'q3', {
        key: 'name',
        required: true,
        startsPart: { title: 'You', showIf: null },
      }),
      newQuestion('email', 'q4', { key: 'email', required: true }),
      newQuestion('phone', 'q5', { key: 'phone' }),
      newQuestion('consent', 'q6', {
        key: 'texts',
        purpose: 'texts',
        label: 'Text me. STOP ends it.',
      }),
      newQuestion('consent', 'q7', {
        key: 'terms',
        purpose: 'terms',
        label: 'I agree to the terms.',
      }),
      newQuestion('hidden', 'q8', { key: 'campaign', fill: { from: 'address', name: 'campaign' } }),
      newQuestion('hidden', 'q9', { key: 'trade', fill: { from: 'words', words: 'Roofs' } }),
    ],
  });
});
afterAll(() => app.stop());

const json = { accept: 'application/json' };
/** Each a second after the one before, so that the last is known. */
const send = (form: Record<string, string>, headers: Record<string, string> = {}) => {
  app.clock.moveTo(app.clock.now().add({ seconds: 1 }));
  return app.site('POST', '/first-visit', { form, headers });
};
const who = { name: 'Ana Okafor', email: 'ana@example.com', phone: '(207) 555-0117' };
const lastAnswers = async () => {
  const [row] = await app.database.db
    .select()
    .from(submissions)
    .orderBy(desc(submissions.receivedAt), desc(submissions.id))
    .limit(1);
  return row?.answers;
};

it('checks a part without keeping anything', async () => {
  const missing = await send({ _part: '0' }, json);
  expect(missing.statusCode).toBe(422);
  expect(
    missing.json<{ problems: { field: string }[] }>().problems.map(({ field }) => field),
  ).toEqual(['leaks']);
  const hidden = await send({ _part: '0', leaks: 'No' }, json);
  expect(hidden.json()).toEqual({ part: 0 });
  const shown = await send({ _part: '0', leaks: 'Yes' }, json);
  expect(
    shown.json<{ problems: { field: string }[] }>().problems.map(({ field }) => field),
  ).toEqual(['how_much']);
  expect(await app.database.db.$count(submissions)).toBe(0);
});

it('takes an answer to a hidden question for none, with or without script', async () => {
  for (const headers of [{}, json]) {
    await send({ ...who, leaks: 'No', how_much: '5' }, headers);
    expect(await lastAnswers()).not.toHaveProperty('how_much');
  }
});

it('asks without script for what is shown and missing, with everything still there', async () => {
  const answer = await send({ ...who, leaks: 'Yes' });
  expect(answer.statusCode).toBe(422);
  expect(answer.body).toContain('value="ana@example.com"');
  expect(answer.body).toMatch(/<fieldset[^>]*how_much[^>]*aria-invalid="true"/);
});

it('keeps typed answers, and fills hidden values itself', async () => {
  await send(
    { ...who, leaks: 'Yes', how_much: '4', trade: 'forged', campaign: 'forged' },
    { referer: 'http://quayside.localhost:4310/first-visit?campaign=spring' },
  );
  expect(await lastAnswers()).toMatchObject({ how_much: 4, trade: 'Roofs', campaign: 'spring' });
  await send({ ...who, email: 'bo@example.com', leaks: 'No', campaign: 'forged' });
  expect(await lastAnswers()).not.toHaveProperty('campaign');
});

it('keeps each consent with its exact words, and withdraws what is stopped', async () => {
  await send({ ...who, leaks: 'No', texts: 'yes', terms: 'yes' });
  const [ana] = await app.database.db.select().from(people).where(eq(people.email, who.email));
  const record = async () =>
    (
      await app.api('GET', `/api/people/${ana!.id}`, undefined, 'desk@example.com')
    ).json<PersonRecord>();
  expect((await record()).consents).toMatchObject([
    { purpose: 'terms', words: 'I agree to the terms.', page: 'First visit', withdrawnAt: null },
    { purpose: 'texts', words: 'Text me. STOP ends it.', page: 'First visit', withdrawnAt: null },
  ]);
  expect((await record()).reach.textConsent).toBe(true);
});

it('shows all parts on one page, and insists in the browser on nothing that may be hidden', async () => {
  const { body } = await app.site('GET', '/first-visit');
  expect(body.match(/data-part=""/g)).toHaveLength(2);
  expect(body).not.toContain('name="trade"');
  expect(body).toMatch(/<input[^>]*required[^>]*name="name"/);
  expect(body).not.toMatch(/<input[^>]*required[^>]*name="how_much"/);
});

describe('after the form', () => {
  const leaks = newQuestion('choice', 'q1', {
    key: 'leaks',
    options: ['Right now', 'Last year', 'Never'],
  });
  const when = (value: string) => ({
    match: 'all' as const,
    terms: [{ question: 'leaks', test: { op: 'is' as const, value } }],
  });
  const after = async (answer: string, headers: Record<string, string> = {}) =>
    send({ email: `a${answer.replace(' ', '-')}@example.com`, leaks: answer }, headers);
  beforeAll(() =>
    publishForm(app, world, {
      questions: [newQuestion('email', 'q0', { key: 'email' }), leaks],
      after: { kind: 'message', text: 'We will be in touch.' },
      afterByAnswer: [
        { when: when('Right now'), after: { kind: 'page', page: world.thanks.pageId } },
        {
          when: when('Last year'),
          after: { kind: 'address', href: 'https://x.example/book', carries: ['leaks'] },
        },
        { when: when('Never'), after: { kind: 'message', text: 'Lucky you.' } },
      ],
    }),
  );

  it.each([
    ['Right now', () => ({ next: expect.stringContaining(world.thanks.slug) as string })],
    ['Last year', () => ({ next: 'https://x.example/book?leaks=Last+year' })],
    ['Never', () => ({ message: 'Lucky you.' })],
    ['', () => ({ message: 'We will be in touch.' })],
  ])('goes by the answer %j', async (answer, where) =>
    expect((await after(answer, json)).json()).toEqual(where()),
  );

  it('shows the message of the rule that fits without script too', async () => {
    const answer = await after('Never');
    expect(answer.statusCode).toBe(303);
    const shown = await app.site('GET', String(answer.headers.location).split('#')[0]!);
    expect(shown.body).toContain('Lucky you.');
  });
});
