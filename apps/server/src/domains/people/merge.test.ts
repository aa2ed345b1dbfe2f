import type { Answered, api, PersonRecord } from '@plumgate/contract';
import type { Matching } from '@plumgate/core/people';
import { newQuestion } from '@plumgate/core/forms';
import type { PersonId } from '@plumgate/core/basics';
import { Receiving } from '../inbox/receiving.service.ts';
import { ConsentService } from '../messages/consent.service.ts';
import { buildWorld, publishForm, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
  await publishForm(app, world, {
    questions: [
      newQuestion('full-name', 'q1', { key: 'name' }),
      newQuestion('email', 'q2', { key: 'email' }),
      newQuestion('phone', 'q3', { key: 'phone' }),
      newQuestion('number', 'q4', { key: 'age', label: 'Roof age' }),
    ],
  });
});
afterAll(() => app.stop());

type Doubles = Answered<typeof api.listDoubles>;
const desk = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'desk@example.com');
const send = async (form: Record<string, string>) => {
  app.clock.moveTo(app.clock.now().add({ minutes: 1 }));
  const answer = await app.site('POST', '/first-visit', { form });
  expect(answer.statusCode).toBe(303);
};
const list = async (search: string) =>
  (await desk('GET', `/api/clients/${world.client.id}/people?search=${search}`)).json<
    Answered<typeof api.listPeople>
  >().people;
const idOf = async (search: string) => (await list(search))[0]!.id;
const record = async (id: string) => (await desk('GET', `/api/people/${id}`)).json<PersonRecord>();
const doubles = async (): Promise<Doubles> =>
  (await desk('GET', `/api/clients/${world.client.id}/possible-doubles`)).json<Doubles>();
const merge = async (id: string, other: string, choices: object = {}) => {
  const answer = await desk('POST', `/api/people/${id}/merge`, { other, choices });
  expect([answer.statusCode, answer.body]).toEqual([200, expect.any(String)]);
  return answer.json<{ mergeId: string }>().mergeId;
};
const undo = (mergeId: string) => desk('POST', `/api/merges/${mergeId}/undo`);
const setMatching = (matching: Matching) =>
  app.api('PUT', `/api/clients/${world.client.id}/matching`, { matching }, 'owner@example.com');
const kinds = ({ timeline }: PersonRecord) => timeline.map(({ text }) => text);

it('two records with one phone are offered as doubles, those with alike names first', async () => {
  await send({ name: 'Bo Lindqvist', email: 'bo@example.com', phone: '207-555-0100', age: '3' });
  await send({ name: 'Ana Okafor', email: 'ana@example.com', phone: '(207) 555-0100', age: '12' });
  await send({
    name: 'Anna Okafor',
    email: 'anna@work.example.com',
    phone: '207 555 0100',
    age: '13',
  });
  const { doubles: found, total, matching } = await doubles();
  expect({ total, matching }).toEqual({ total: 3, matching: 'email' });
  expect(found[0]).toMatchObject({
    one: { email: 'ana@example.com', fields: [{ name: 'Roof age', words: '12' }] },
    other: { email: 'anna@work.example.com' },
    because: ['phone'],
    isAlike: true,
    differs: ['name', 'email', 'fields.roof_age'],
  });
  expect(found[1]!.isAlike).toBe(false);
  const ana = await record(await idOf('ana@example.com'));
  expect(ana.doubles.map(({ name }) => name).sort()).toEqual(['Anna Okafor', 'Bo Lindqvist']);
});

it('two people who share a phone are kept apart for good', async () => {
  const [bo, ana, anna] = await Promise.all(
    ['bo@example.com', 'ana@example.com', 'anna@work'].map(idOf),
  );
  for (const other of [ana, anna])
    expect((await desk('POST', `/api/people/${bo}/keep-apart`, { other })).statusCode).toBe(200);
  expect((await doubles()).total).toBe(1);
  expect((await record(bo!)).doubles).toEqual([]);
});

it('merged, one record has everything, and the other’s address still finds it', async () => {
  const [ana, anna] = [await idOf('ana@example.com'), await idOf('anna@work')];
  await merge(ana, anna, { name: 'other', 'fields.roof_age': 'other' });
  const now = await record(ana);
  expect(now).toMatchObject({
    firstName: 'Anna',
    email: 'ana@example.com',
    submissions: 2,
    alsoGiven: expect.arrayContaining([
      expect.objectContaining({ field: 'name', value: 'Ana Okafor' }),
      expect.objectContaining({ field: 'email', value: 'anna@work.example.com' }),
    ]),
    doubles: [],
    merges: [{ with: 'Anna Okafor', by: 'Front desk' }],
  });
  expect(now.fields[0]!.words).toBe('13');
  expect(kinds(now)).toContain('Front desk merged this with the record of Anna Okafor');
  expect(kinds(now).filter((text) => text.startsWith('Sent “'))).toHaveLength(2);
  // Both were in the same sequence: the earlier run stays.
  expect(kinds(now).filter((text) => / ended$/.test(text))).toHaveLength(1);
  expect(now.comingUp.filter(({ note }) => / of \d/.test(note)).length).toBeGreaterThan(0);
  expect(await list('anna@work')).toEqual([]);
  // The record that is gone answers as the one it became a part of, and its address finds it.
  expect((await record(anna)).id).toBe(ana);
  await send({ name: 'Anna Okafor', email: 'anna@work.example.com', age: '14' });
  expect(await record(ana)).toMatchObject({ submissions: 3 });
  expect((await record(ana)).fields[0]!.words).toBe('14');
  const { submissions } = (
    await desk('GET', `/api/clients/${world.client.id}/submissions?search=14`)
  ).json<Answered<typeof api.listSubmissions>>();
  expect(submissions[0]!.personId).toBe(ana);
});

it('parted again, each has what was its own, and what came since stays', async () => {
  const ana = await idOf('ana@example.com');
  const { merges } = await record(ana);
  expect((await undo(merges[0]!.id)).statusCode).toBe(200);
  const [one, other] = [await record(ana), await record(await idOf('anna@work'))];
  expect(one).toMatchObject({ firstName: 'Ana', submissions: 2, merges: [], alsoGiven: [] });
  expect(other).toMatchObject({
    firstName: 'Anna',
    email: 'anna@work.example.com',
    submissions: 1,
  });
  // Answered since, so not what the merge had left.
  expect(one.fields[0]!.words).toBe('14');
  expect(other.fields[0]!.words).toBe('13');
  for (const each of [one, other])
    expect(each.comingUp.filter(({ note }) => / of \d/.test(note)).length).toBeGreaterThan(0);
  expect((await undo(merges[0]!.id)).statusCode).toBe(404);
  expect((await doubles()).total).toBe(1);
});

it('a merge can be undone for 30 days, and not while the record is deleted', async () => {
  const [ana, anna] = [await idOf('ana@example.com'), await idOf('anna@work')];
  const mergeId = await merge(ana, anna);
  const { binId } = (
    await app.api('DELETE', `/api/people/${ana}`, undefined, 'owner@example.com')
  ).json<{
    binId: string;
  }>();
  expect((await undo(mergeId)).json()).toMatchObject({
    code: 'bad-request',
    detail: expect.stringContaining('Restore it'),
  });
  const restore = `/api/clients/${world.client.id}/bin/${binId}/restore`;
  expect((await app.api('POST', restore, undefined, 'owner@example.com')).statusCode).toBe(200);
  app.clock.moveTo(app.clock.now().add({ hours: 30 * 24 + 1 }));
  await app.signIn('desk@example.com');
  await app.signIn('owner@example.com');
  expect((await undo(mergeId)).statusCode).toBe(400);
  expect((await record(ana)).merges).toEqual([]);
});

it('a record is not merged with itself, nor with one that is gone', async () => {
  const [ana, bo] = [await idOf('ana@example.com'), await idOf('bo@example.com')];
  const self = await desk('POST', `/api/people/${ana}/merge`, { other: ana, choices: {} });
  expect(self.statusCode).toBe(400);
  const gone = '00000000-0000-4000-8000-000000000001';
  expect((await desk('POST', `/api/people/${ana}/merge`, { other: gone })).statusCode).toBe(404);
  expect(
    (await desk('POST', `/api/people/${bo}/merge`, { other: ana, choices: { name: 1 } }))
      .statusCode,
  ).toBe(400);
});

describe('by what people are known again', () => {
  const [first, second] = [
    { name: 'Cy Marsh', email: 'cy@example.com', phone: '(207) 555-0122' },
    { name: 'Cy Marsh', email: 'cy@work.example.com', phone: '(207) 555-0122' },
  ];
  it.each<[Matching, number]>([
    ['email', 2],
    ['phone', 1],
    ['either', 1],
    ['both', 2],
  ])('%s: the same phone with another email address makes %i', async (matching, count) => {
    expect((await setMatching(matching)).statusCode).toBe(200);
    const own = { name: `${matching} Marsh` };
    const phone = `(207) 555-01${40 + ['email', 'phone', 'either', 'both'].indexOf(matching)}`;
    await send({ ...first, ...own, email: `${matching}@example.com`, phone });
    await send({ ...second, ...own, email: `${matching}@work.example.com`, phone });
    const found = await list(`${matching}+Marsh`);
    expect(found).toHaveLength(count);
    if (count === 1)
      expect((await record(found[0]!.id)).alsoGiven).toMatchObject([
        { field: 'email', value: `${matching}@work.example.com` },
      ]);
  });

  it('either: the same email address with another phone is one, also for many at once', async () => {
    await setMatching('either');
    const sent = Array.from({ length: 8 }, (_, index) => ({
      name: 'Dee Once',
      email: index % 2 ? 'dee@example.com' : `dee${index}@example.com`,
      phone: index % 2 ? '(207) 555-0190' : '(207) 555-0190',
    }));
    await Promise.all(sent.map((form) => app.site('POST', '/first-visit', { form })));
    expect(await list('dee')).toHaveLength(1);
  });

  it('a change leaves records as they are; of those that are now one, the first is found', async () => {
    await setMatching('email');
    await send({ ...first, name: 'Eve One', email: 'eve1@example.com', phone: '(207) 555-0199' });
    await send({ ...first, name: 'Eve Two', email: 'eve2@example.com', phone: '(207) 555-0199' });
    await setMatching('phone');
    expect(await list('eve')).toHaveLength(2);
    await send({ ...first, name: 'Eve', email: 'eve3@example.com', phone: '(207) 555-0199' });
    expect(await list('eve')).toHaveLength(2);
    expect(await list('eve1')).toMatchObject([{ submissions: 2 }]);
    await setMatching('email');
  });
});

it('deleted, a record takes with it who was merged into it; erased, nothing of them is left', async () => {
  const people = ['fay1@example.com', 'fay2@example.com', 'fay3@example.com'];
  for (const email of people) await send({ name: 'Fay', email });
  const [one, two, three] = await Promise.all(people.map(idOf));
  await merge(two!, three!);
  await merge(one!, two!);
  const remove = await app.api('DELETE', `/api/people/${one}`, undefined, 'owner@example.com');
  const { binId } = remove.json<{ binId: string }>();
  // Whoever writes under their address is somebody new.
  await send({ name: 'Fay', email: 'fay3@example.com', age: '1' });
  expect(await list('fay')).toMatchObject([{ email: 'fay3@example.com', submissions: 1 }]);
  const erase = `/api/clients/${world.client.id}/bin/${binId}`;
  expect((await app.api('DELETE', erase, undefined, 'owner@example.com')).statusCode).toBe(200);
  const left = await app.database.db.execute(
    `select email from people where id in ('${one}', '${two}', '${three}')`,
  );
  expect(left.rows).toEqual([]);
});

it('an answer by email, and a press that unsubscribes, reach the record that stays', async () => {
  await send({ name: 'Gil', email: 'gil1@example.com' });
  await send({ name: 'Gil', email: 'gil2@example.com' });
  const [one, two] = [await idOf('gil1'), await idOf('gil2')];
  const mergeId = await merge(one, two);
  const consent = app.get(ConsentService);
  await app.get(Receiving).email({
    ...{ id: 'mail-1', from: 'gil2@example.com', fromName: '' },
    ...{ to: ['desk@quayside-dental.test'], thread: [], isAutomatic: false },
    subject: 'Yes',
    text: 'Tuesday is fine.',
  });
  expect(kinds(await record(one))[0]).toContain('Tuesday is fine.');
  expect(await consent.optOut({ person: two as PersonId })).toBe(true);
  expect((await record(one)).reach.unsubscribed).toBe(true);
  expect((await undo(mergeId)).statusCode).toBe(200);
});
