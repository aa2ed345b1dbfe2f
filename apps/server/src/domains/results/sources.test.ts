import type { Answered, api, PersonRecord } from '@plumgate/contract';
import { asc } from 'drizzle-orm';
import { submissions } from '../../records/intake/table.ts';
import { visitEvents } from '../../records/results/table.ts';
import { browserOf } from '../../testing/browser.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

type Sources = Answered<typeof api.listSources>;
type Submissions = Answered<typeof api.listSubmissions>;

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('owner@example.com');
});
afterAll(() => app.stop());
beforeEach(async () => {
  await app.settle();
  await app.database.db.delete(visitEvents);
});

const owner = <Body>(method: 'GET' | 'PUT' | 'POST', url: string, body?: object) =>
  app
    .api(method, `/api/clients/${world.client.id}${url}`, body, 'owner@example.com')
    .then((answer) => answer.json<Body>());

const browser = () => browserOf(app);

it('keeps where somebody came from first and last, over days and steps', async () => {
  const ana = browser();
  await ana.open('/first-visit?utm_source=ig&utm_medium=paid_social&utm_campaign=fall');
  app.clock.moveTo(app.clock.now().add({ hours: 50 }));
  await ana.open('/first-visit?gclid=Cj0-9', 'https://www.google.com/');
  // Somebody who types the address later is still counted to the ad.
  await ana.open('/first-visit');
  await ana.send({ name: 'Ana', email: 'ana@example.com' });
  await app.settle();
  const { submissions: sent } = await owner<Submissions>('GET', '/submissions');
  expect(sent[0]!.source).toEqual({ first: 'Social ads', last: 'Search ads' });
  const [kept] = await app.database.db.select({ origins: submissions.origins }).from(submissions);
  expect(kept!.origins).toEqual({
    first: { source: 'ig', medium: 'paid_social', campaign: 'fall' },
    last: { click: 'gclid', clickId: 'Cj0-9', referrer: 'www.google.com' },
  });
  const record = (
    await app.api('GET', `/api/people/${sent[0]!.personId}`, undefined, 'owner@example.com')
  ).json<PersonRecord>();
  expect(record).toMatchObject({ source: 'Social ads', lastSource: 'Search ads' });
});

it('keeps the first source of a person who comes back by another way', async () => {
  app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
  const other = browser();
  await other.open('/first-visit', 'https://harbor-news.test/november');
  await other.send({ name: 'Ana', email: 'ana@example.com', _once: 'again' });
  const { submissions: sent } = await owner<Submissions>('GET', '/submissions');
  expect(sent[0]!.source).toEqual({ first: 'harbor-news.test', last: 'harbor-news.test' });
  const record = (
    await app.api('GET', `/api/people/${sent[0]!.personId}`, undefined, 'owner@example.com')
  ).json<PersonRecord>();
  expect(record).toMatchObject({ source: 'Social ads', lastSource: 'harbor-news.test' });
});

it('reads the cookie of an earlier build', async () => {
  const id = 'b'.repeat(22);
  await app.site('GET', '/first-visit', { headers: { cookie: `gate_visitor=${id}~Newsletter` } });
  await app.settle();
  const [seen] = await app.database.db.select().from(visitEvents);
  expect(seen).toMatchObject({ visitorId: id, source: 'Newsletter', kind: 'view' });
});

it('names sources by the client’s own rules from now on, and says before what they would have named', async () => {
  for (const path of ['november', 'november', 'today'])
    await browser().open('/first-visit', `https://www.harbor-news.test/${path}`);
  await browser().open('/first-visit');
  await app.settle();
  const rules = [{ where: 'referrer', contains: 'Harbor-News', name: 'Harbor News' }];
  expect(await owner('POST', '/sources/preview', { rules })).toEqual({
    visits: 4,
    renamed: [
      {
        from: 'www.harbor-news.test',
        to: 'Harbor News',
        visits: 3,
        example: 'www.harbor-news.test/november',
      },
    ],
  });
  await owner('PUT', '/sources', { rules });
  await browser().open('/first-visit', 'https://www.harbor-news.test/november');
  await app.settle();
  const listed = await owner<Sources>('GET', '/sources');
  expect(listed.rules).toEqual(rules);
  const count = (name: string) => listed.sources.find((source) => source.name === name)?.visitors;
  expect([count('www.harbor-news.test'), count('Harbor News')]).toEqual([3, 1]);
  await owner('PUT', '/sources', { rules: [] });
});

it('keeps a field of the address that a rule asks for', async () => {
  await owner('PUT', '/sources', {
    rules: [{ where: 'field', contains: 'partner', name: 'Partners' }],
  });
  await browser().open('/first-visit?Partner=77');
  await app.settle();
  const [seen] = await app.database.db.select().from(visitEvents);
  expect(seen).toMatchObject({
    source: 'Partners',
    origin: { click: 'partner', clickId: '77' },
  });
  await owner('PUT', '/sources', { rules: [] });
});

it('keeps what visitors do with the page’s revision, and nothing that is not on the page', async () => {
  const bo = browser();
  const page = await bo.open('/first-visit?utm_source=poster&utm_medium=qr');
  const [, block] = /<form[^>]* id="([^"]+)"/.exec(page.body)!;
  await bo.tell(`/~/begin/first-visit/${block}`);
  await bo.tell(`/~/press/first-visit/${encodeURIComponent('tel:+12075550117')}`);
  for (const url of [
    '/~/press/first-visit/nothing',
    '/~/begin/no-page/x',
    '/~/press/first-visit/tel:',
  ])
    expect((await bo.tell(url)).statusCode).toBe(404);
  await app.settle();
  const seen = await app.database.db.select().from(visitEvents).orderBy(asc(visitEvents.id));
  expect(seen.map(({ kind, target, source }) => [kind, target, source])).toEqual([
    ['view', null, 'Poster'],
    ['begin', block, 'Poster'],
    ['press', 'tel:+12075550117', 'Poster'],
  ]);
  expect(new Set(seen.map(({ visitorId, revisionId }) => `${visitorId} ${revisionId}`)).size).toBe(
    1,
  );
});

it('refuses a rule without words, in a sentence', async () => {
  const rules = [{ where: 'referrer', contains: ' ', name: 'Nothing' }];
  const answer = await app.api(
    'PUT',
    `/api/clients/${world.client.id}/sources`,
    { rules },
    'owner@example.com',
  );
  expect(answer.statusCode).toBe(400);
});

it('joins what somebody looked at before they were known to their record, and nobody else’s', async () => {
  const di = browser();
  await di.open('/first-visit?utm_source=radio');
  await di.open('/first-visit');
  await browser().open('/first-visit');
  await di.send({ name: 'Di', email: 'di@example.com' });
  await app.settle();
  const { people } = await owner<Answered<typeof api.listPeople>>(
    'GET',
    '/people?search=di@example.com',
  );
  const record = await app.api(
    'GET',
    `/api/people/${people[0]!.id}`,
    undefined,
    'owner@example.com',
  );
  const visits = record.json<PersonRecord>().timeline.filter(({ kind }) => kind === 'visit');
  expect(visits).toMatchObject([{ text: 'Looked at “First visit” 2 times', note: 'from Radio' }]);
});
