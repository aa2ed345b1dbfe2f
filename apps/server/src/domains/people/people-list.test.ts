import type { Answered, api, ConditionChoices, PeopleListContent } from '@plumgate/contract';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import type { Conditions } from '@plumgate/core/conditions';
import { eq } from 'drizzle-orm';
import { peopleChanged } from '../../records/people/people-index.table.ts';
import { people, personTags } from '../../records/people/table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { PeopleIndex } from './people-index.service.ts';

type Found = Answered<typeof api.queryPeople>;

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  for (let n = 0; n < 7; n++) {
    await app.site('POST', `/first-visit?utm_source=${n % 2 ? 'leaflet' : 'radio'}`, {
      form: { name: `Person ${n}`, email: `p${n}@example.com`, phone: '' },
    });
    app.clock.moveTo(app.clock.now().add({ hours: 24 }));
  }
  for (const as of ['owner@example.com', 'desk@example.com']) await app.signIn(as);
  await app.settle();
});
afterAll(() => app.stop());

const at = (path: string) => `/api/clients/${world.client.id}/people${path}`;
const ask = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object, as = 'owner') =>
  app.api(method, url, body, `${as}@example.com`);
const query = async (body: object) => (await ask('POST', at('/query'), body)).json<Found>();
const emails = ({ people }: Found) => people.map(({ email }) => email.slice(0, 2));
const all = (...terms: object[]) => ({ match: 'all', terms }) as Conditions;

it('finds whom conditions name, and counts them', async () => {
  const terms = [
    { about: 'tag', is: 'first-visit' },
    { about: 'booking', is: 'booked', not: true },
    { about: 'added', test: { op: 'in-last', amount: 4, unit: 'days' } },
  ];
  const found = await query({ conditions: all(...terms) });
  expect([emails(found), found.total, found.about]).toEqual([['p6', 'p5', 'p4', 'p3'], 4, false]);
  expect(emails(await query({ conditions: all(...terms), search: 'person 5' }))).toEqual(['p5']);
});

it.each<[object, string[]]>([
  [{ by: 'added' }, ['p6', 'p5', 'p4', 'p3', 'p2', 'p1', 'p0']],
  [{ by: 'added', reversed: true }, ['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6']],
  [{ by: 'name' }, ['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6']],
  [{ by: 'name', reversed: true }, ['p6', 'p5', 'p4', 'p3', 'p2', 'p1', 'p0']],
])('pages through all, sorted by %j', async (sort, expected) => {
  const seen: string[] = [];
  let after: string | undefined;
  do {
    const page = await query({ sort, limit: 3, after });
    seen.push(...emails(page));
    after = page.next ?? undefined;
  } while (after);
  expect(seen).toEqual(expected);
});

it.each(['source', 'assignee', 'submissions', 'town', 'seen', 'stage', 'value'])(
  'pages through all once where many have the same %s, either way round',
  async (by) => {
    const ways = [false, true].map(async (reversed) => {
      const seen: string[] = [];
      let after: string | undefined;
      do {
        const page = await query({ sort: { by, reversed }, limit: 2, after });
        seen.push(...emails(page));
        after = page.next ?? undefined;
      } while (after);
      return seen;
    });
    const [there, back] = await Promise.all(ways);
    expect(there!.toSorted()).toEqual(['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6']);
    expect(back).toEqual(there!.toReversed());
  },
);

it.each([
  [{ conditions: { match: 'all', terms: [{ about: 'shoe size' }] } }],
  [{ conditions: { match: 'most', terms: [] } }],
  [{ sort: { by: 'email_key; drop table people' } }],
  [{ after: 'nonsense' }],
  [{ after: Buffer.from('["x","00000000-0000-4000-8000-000000000000"]').toString('base64url') }],
])('refuses %j', async (body) => {
  expect((await ask('POST', at('/query'), body)).statusCode).toBe(400);
});

it('exports whom conditions name', async () => {
  const conditions = all({ about: 'source', is: 'Leaflet' });
  const csv = await ask(
    'GET',
    at(`/export.csv?conditions=${encodeURIComponent(JSON.stringify(conditions))}`),
  );
  expect(csv.headers['content-type']).toContain('text/csv');
  expect(csv.body.trim().split('\r\n')).toHaveLength(1 + 3);
  expect((await ask('GET', at('/export.csv?conditions=nonsense'))).statusCode).toBe(400);
});

it('exports contact cards, and only those that are named', async () => {
  const [first] = (await query({ limit: 1 })).people;
  const ids = encodeURIComponent(JSON.stringify([first!.id]));
  const vcf = await ask('GET', at(`/export.vcf?ids=${ids}`));
  expect(vcf.headers['content-type']).toContain('text/vcard');
  expect(vcf.body.match(/BEGIN:VCARD/g)).toHaveLength(1);
  expect(vcf.body).toContain('FN:Person 6');
  expect((await ask('GET', at('/export.vcf'))).body.match(/BEGIN:VCARD/g)).toHaveLength(7);
});

it('names what there is to ask about', async () => {
  const choices = (await ask('GET', at('/choices'))).json<ConditionChoices>();
  expect(choices.tags).toEqual(['first-visit']);
  expect(choices.sources).toEqual(expect.arrayContaining(['Leaflet', 'Radio', 'Direct']));
  expect(choices.form.map(({ id }) => id)).toContain(world.formId);
  expect(choices.questions.find(({ key }) => key === 'email')).toMatchObject({
    form: world.formId,
    kind: 'email',
    offered: null,
  });
  expect(choices.user.map(({ name }) => name)).toEqual(['Front desk', 'Oriel']);
});

describe('saved lists', () => {
  const content = (changes: Partial<PeopleListContent> = {}) => ({
    ...{ name: 'Radio', conditions: all({ about: 'source', is: 'Radio' }) },
    ...{ columns: ['tags'], sort: { by: 'added', reversed: false } },
    ...{ isPinned: true, isShared: true },
    ...changes,
  });
  const lists = async (as = 'owner') =>
    (await ask('GET', at('/lists'), undefined, as)).json<Answered<typeof api.listPeopleLists>>();
  const add = async (changes: Partial<PeopleListContent>) =>
    (await ask('POST', at('/lists'), content(changes))).json<{ listId: string }>().listId;
  const names = async (as?: string) => (await lists(as)).lists.map(({ name }) => name);

  it('are counted anew each time, and one’s own are nobody else’s', async () => {
    await add({});
    const own = await add({ name: 'Mine', isShared: false });
    expect((await lists()).lists.map(({ name, total }) => [name, total])).toEqual([
      ['Mine', 4],
      ['Radio', 4],
    ]);
    expect(await names('desk')).toEqual(['Radio']);
    const change = { version: 1, content: content({ name: 'Taken' }) };
    for (const [method, body] of [['PUT', change], ['DELETE']] as const) {
      const answer = await ask(method, `/api/people-lists/${own}`, body, 'desk');
      expect(answer.json()).toMatchObject({ status: 404 });
    }
  });

  it('are changed by whoever saw them last as they are', async () => {
    const [radio] = (await lists()).lists.filter(({ name }) => name === 'Radio');
    const url = `/api/people-lists/${radio!.id}`;
    const save = (version: number, name: string) =>
      ask('PUT', url, { version, content: content({ name }) }, 'desk');
    expect((await save(1, 'Radio ads')).statusCode).toBe(200);
    expect((await save(1, 'Radios')).json()).toMatchObject({ code: 'changed-elsewhere' });
    expect(await names()).toEqual(['Mine', 'Radio ads']);
  });

  it('go to the bin and come back', async () => {
    const [mine] = (await lists()).lists;
    const { binId } = (await ask('DELETE', `/api/people-lists/${mine!.id}`)).json<{
      binId: string;
    }>();
    expect(await names()).toEqual(['Radio ads']);
    await ask('POST', `/api/clients/${world.client.id}/bin/${binId}/restore`);
    expect(await names()).toEqual(['Mine', 'Radio ads']);
  });

  it('each user sees people in their own way', async () => {
    const view = { columns: ['phone', 'field:roof_age'], sort: { by: 'name', reversed: true } };
    expect((await ask('PUT', at('/view'), view, 'desk')).statusCode).toBe(200);
    expect((await lists('desk')).view).toEqual(view);
    expect((await lists()).view.sort.by).toBe('added');
  });
});

it('knows at once of whatever changes a record', async () => {
  const { db } = app.database;
  const [first, second] = (await query({ limit: 2 })).people;
  const id = first!.id;
  const has = async (term: object) =>
    (await query({ conditions: all(term) })).people.some((person) => person.id === id);
  const change = (set: object) =>
    db
      .update(people)
      .set(set)
      .where(eq(people.id, id as never));

  await db.insert(personTags).values({ clientId: world.client.id, personId: id, tag: 'gold' });
  expect(await has({ about: 'tag', is: 'gold' })).toBe(true);
  await db
    .update(personTags)
    .set({ personId: second!.id as never })
    .where(eq(personTags.tag, 'gold'));
  expect(await has({ about: 'tag', is: 'gold' })).toBe(false);
  expect((await query({ conditions: all({ about: 'tag', is: 'gold' }) })).total).toBe(1);
  await db.delete(personTags).where(eq(personTags.tag, 'gold'));
  expect((await query({ conditions: all({ about: 'tag', is: 'gold' }) })).total).toBe(0);

  await change({ town: 'Gull Harbor', fields: { roof_age: 31 } });
  expect(await has({ about: 'town', is: 'gull harbor' })).toBe(true);
  const isOld = { about: 'field', field: 'roof_age', test: { op: 'is-more-than', value: 30 } };
  expect(await has(isOld)).toBe(true);
  await change({ fields: { roof_age: 30 } });
  expect(await has(isOld)).toBe(false);

  await change({ removedAt: app.clock.now() });
  expect((await query({})).total).toBe(6);
  await change({ removedAt: null });
  expect((await query({})).total).toBe(7);
});

it('reads their records while the index catches up after a change of many', async () => {
  const { db } = app.database;
  const [first] = (await query({ limit: 1 })).people;
  const note = { clientId: world.client.id, personId: first!.id as PersonId };
  await db.insert(peopleChanged).values(Array.from({ length: 501 }, () => note));
  await db.insert(personTags).values({ ...note, tag: 'late' });
  const asked = { conditions: all({ about: 'tag', is: 'late' }), sort: { by: 'seen' } };
  const behind = await query(asked);
  expect(behind).toMatchObject({ total: 1, about: false });
  await app.get(PeopleIndex).catchUp(world.client.id as ClientId);
  expect(await query(asked)).toEqual(behind);
  expect(await db.$count(peopleChanged)).toBe(0);
});
