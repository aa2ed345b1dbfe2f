import type { CampaignReach, PersonRecord } from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import { emailFromText } from '@plumgate/core/emails';
import { and, asc, desc, eq, like } from 'drizzle-orm';
import { runSteps, sequenceRuns } from '../records/followup/table.ts';
import { postRoom } from '../records/messages/table.ts';
import { browserOf } from '../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';

/** The page on which people choose what they get by email. */
let app: TestApp;
let world: World;
let id: PersonId;
let path: string;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await browserOf(app).send({ name: 'Ana', email: 'ana@example.com' });
  await app.settle();
  const [mail] = await app.database.db
    .select()
    .from(postRoom)
    .where(and(eq(postRoom.to, 'ana@example.com')))
    .orderBy(asc(postRoom.receivedAt));
  path = /\/~\/preferences\/[^\s"]+/.exec(mail!.text)![0];
  const people = await ask('GET', `/api/clients/${world.client.id}/people?search=ana@`);
  id = people.json<{ people: { id: PersonId }[] }>().people[0]!.id;
});
afterEach(() => app.stop());

const ask = (method: 'GET' | 'POST', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const choose = (fields: Record<string, string>) =>
  app.site('POST', path, {
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    payload: Buffer.from(new URLSearchParams(fields).toString()),
  });
const reach = async () => (await ask('GET', `/api/people/${id}`)).json<PersonRecord>().reach;
const campaignReach = async () =>
  (
    await ask('POST', `/api/clients/${world.client.id}/campaigns/reach`, {
      ...{ kind: 'email', consent: 'not-unsubscribed', resendOf: null },
      to: { match: 'all', terms: [] },
    })
  ).json<CampaignReach>();

it('shows what comes; looking changes nothing', async () => {
  const page = await app.site('GET', path);
  expect([page.statusCode, page.headers['cache-control']]).toEqual([200, expect.any(String)]);
  expect(page.body).toContain('What Quayside Dental may send you');
  expect(page.body).toMatch(/name="offers" checked="" value="any"|value="any"[^>]*checked/);
  expect(await reach()).toMatchObject({ unsubscribed: false, choices: [] });
  expect((await app.site('GET', `${path}x`)).statusCode).toBe(404);
});

it('keeps what is chosen: offers less often, no follow-up, a pause of 30 days', async () => {
  expect((await choose({ offers: 'never', followUp: 'on' })).body).toContain('Saved.');
  expect(await reach()).toMatchObject({ choices: ['No offers by email'] });
  expect(await campaignReach()).toEqual({
    reached: 0,
    leftOut: [{ reason: 'offers-refused', people: 1 }],
  });
  await choose({ offers: 'weekly', pause: 'on' });
  expect((await reach()).choices).toEqual([
    expect.stringMatching(/^Email paused until 2026-12-05$/),
    'Offers at most once a week',
    'No follow-up by email',
  ]);
  expect((await campaignReach()).leftOut).toEqual([{ reason: 'mail-paused', people: 1 }]);
  await app.move('P31D');
  expect((await campaignReach()).reached).toBe(1);
  await choose({ offers: 'any', followUp: 'on' });
  expect(await reach()).toMatchObject({ choices: [] });
});

it('follow-up that is refused is left out when its time comes, and comes again when it is wanted', async () => {
  await choose({ offers: 'any' });
  await app.move('P10D');
  const steps = await app.database.db
    .select({ leftOut: runSteps.leftOut })
    .from(runSteps)
    .innerJoin(sequenceRuns, eq(sequenceRuns.id, runSteps.runId))
    .where(eq(sequenceRuns.personId, id))
    .orderBy(desc(runSteps.nominalAt));
  expect(steps.map(({ leftOut }) => leftOut)).toContain('follow-up-refused');
  const written = {
    id: crypto.randomUUID(),
    message: { kind: 'email', ...emailFromText({ subject: 'By hand', body: 'Hello' }) },
  };
  expect((await ask('POST', `/api/people/${id}/messages`, written)).statusCode).toBe(200);
  await app.settle();
  const arrived = await app.database.db
    .select()
    .from(postRoom)
    .where(like(postRoom.subject, 'By hand'));
  expect(arrived).toHaveLength(1);
});

it('one press ends all mail, and saving a choice turns it on again', async () => {
  const ended = await choose({ do: 'unsubscribe', offers: 'any' });
  expect(ended.body).toContain('You get no emails from Quayside Dental');
  expect(await reach()).toMatchObject({ unsubscribed: true });
  await choose({ offers: 'monthly', followUp: 'on' });
  expect(await reach()).toMatchObject({
    unsubscribed: false,
    choices: ['Offers at most once a month'],
  });
});
