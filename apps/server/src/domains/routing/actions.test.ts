import type { RuleView } from '@plumgate/contract';
import type { ClientId, UserId } from '@plumgate/core/basics';
import type { RuleContent } from '@plumgate/core/routing';
import { eq } from 'drizzle-orm';
import { users } from '../../records/accounts/table.ts';
import { sequenceRuns } from '../../records/followup/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people, personTags, timeline } from '../../records/people/table.ts';
import { submissions } from '../../records/intake/table.ts';
import { buildWorld, password, TestApp, type World } from '../../testing/test-app.ts';
import { AccountService } from '../accounts/account.service.ts';
import { RuleService } from './rule.service.ts';

/** What rules do with a lead. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
  await app.database.pool.query('delete from routing_rules');
});
afterEach(() => app.stop());

const direct: RuleContent['conditions'] = {
  match: 'all',
  terms: [{ about: 'source', is: 'Direct' }],
};
const add = (actions: RuleContent['actions'], changes: Partial<RuleContent> = {}) =>
  app.get(RuleService).add(clientId, { name: 'Rule', conditions: direct, actions, ...changes });
let sent = 0;
const send = async (email: string) => {
  await app.site('POST', '/first-visit', {
    form: { name: 'Ana', email, phone: `(207) 555-01${String(10 + sent++)}` },
  });
};
const person = async (email = 'a@example.com') =>
  (await app.database.db.select().from(people).where(eq(people.email, email)))[0]!;
const addUser = (name: string): Promise<UserId> =>
  app.get(AccountService).addUser({
    ...{ name, email: `${name.toLowerCase()}@example.com`, password },
    ...{ role: 'marketer', clientIds: null },
  });
const assignees = async (count: number) => {
  const named = new Map(
    (await app.database.db.select().from(users)).map(({ id, name }) => [id, name]),
  );
  const found: (string | null)[] = [];
  for (let index = 0; index < count; index++) {
    const { assigneeId } = await person(`p${index}@example.com`);
    found.push(assigneeId && named.get(assigneeId)!);
  }
  return found;
};

it('set the value and fields, remove tags, stop sequences and text the business', async () => {
  await app.database.pool.query(
    `insert into own_fields (id, client_id, key, name, type, options, added_at)
     values (gen_random_uuid(), $1, 'roof_age', 'Roof age', 'number', '[]', now())`,
    [clientId],
  );
  await send('a@example.com');
  const ana = await person();
  await app.database.db.insert(personTags).values({ personId: ana.id, clientId, tag: 'cold' });
  const { rows } = await app.database.pool.query<{ id: string }>('select id from sequences');
  await app.database.pool.query(
    `insert into sequence_runs (id, client_id, sequence_id, person_id, joined_at, state)
     values (gen_random_uuid(), $1, $2, $3, now(), 'running')`,
    [clientId, rows[0]!.id, ana.id],
  );
  await add([
    { kind: 'value', units: 1200.5 },
    { kind: 'field', field: 'roof_age', typed: '12' },
    { kind: 'untag', tag: 'cold' },
    { kind: 'stop', sequence: rows[0]!.id as never },
    { kind: 'text', phone: '(207) 555-0188' },
  ]);
  await send('a@example.com');
  expect(await person()).toMatchObject({ value: 120_050, fields: { roof_age: 12 } });
  expect(await app.database.db.select().from(personTags)).toEqual([]);
  expect((await app.database.db.select().from(sequenceRuns)).map(({ state }) => state)).toEqual([
    'ended',
  ]);
  const texts = (await app.database.db.select().from(outbox)).filter(({ kind }) => kind === 'text');
  expect(texts.map(({ to }) => to)).toEqual(['+12075550188']);
  const facts = (await app.database.db.select().from(timeline)).map(({ fact }) => fact);
  expect(facts).toContainEqual({ kind: 'edited', what: 'Value', to: '$1,200.50', by: 'Rule' });
});

it('refuse a field that is gone, and what does not fit it', async () => {
  const set = (typed: string) => add([{ kind: 'field', field: 'roof_age', typed }]);
  await expect(set('12')).rejects.toThrow('A field of this rule is gone.');
  await app.database.pool.query(
    `insert into own_fields (id, client_id, key, name, type, options, added_at)
     values (gen_random_uuid(), $1, 'roof_age', 'Roof age', 'number', '[]', now())`,
    [clientId],
  );
  await expect(set('old')).rejects.toThrow(/^Roof age: /);
});

describe('leads in turn', () => {
  const turns = (among: [UserId, number][], keeps = false) =>
    add([
      {
        kind: 'turns',
        among: among.map(([to, weight]) => ({ to, weight })),
        ...(keeps && { keeps: true as const }),
      },
    ]);

  it('go round by weight, two at once are two turns', async () => {
    const [nell, mabel] = [await addUser('Nell'), await addUser('Mabel')];
    await turns([
      [nell, 2],
      [mabel, 1],
    ]);
    await Promise.all(Array.from({ length: 6 }, (_, index) => send(`p${index}@example.com`)));
    const found = await assignees(6);
    expect(found.filter((name) => name === 'Nell')).toHaveLength(4);
    expect(found.filter((name) => name === 'Mabel')).toHaveLength(2);
  });

  it('go to those on duty, to anybody where nobody is, and never to who is paused', async () => {
    const [nell, mabel] = [await addUser('Nell'), await addUser('Mabel')];
    await turns([
      [nell, 1],
      [mabel, 1],
    ]);
    const never = Array.from({ length: 7 }, () => []);
    await app.database.db.update(users).set({ onDuty: never }).where(eq(users.id, nell));
    await send('p0@example.com');
    await send('p1@example.com');
    await app.database.db.update(users).set({ onDuty: never }).where(eq(users.id, mabel));
    await send('p2@example.com');
    await app.database.db
      .update(users)
      .set({ pausedAt: app.clock.now() })
      .where(eq(users.id, mabel));
    await send('p3@example.com');
    expect(await assignees(4)).toEqual(['Mabel', 'Mabel', 'Nell', 'Nell']);
  });

  it('leave those who are known with whoever looked after them before', async () => {
    const [nell, mabel] = [await addUser('Nell'), await addUser('Mabel')];
    await turns(
      [
        [nell, 1],
        [mabel, 1],
      ],
      true,
    );
    for (const index of [0, 1, 0, 0, 2]) await send(`p${index}@example.com`);
    expect(await assignees(3)).toEqual(['Nell', 'Mabel', 'Nell']);
  });
});

it('stop there, and each lead says why the rules after it did not match', async () => {
  await add([{ kind: 'tag', tag: 'first' }], { name: 'First', stops: true });
  await add([{ kind: 'tag', tag: 'second' }], { name: 'Second' });
  await send('a@example.com');
  expect((await app.database.db.select().from(personTags)).map(({ tag }) => tag)).toEqual([
    'first',
  ]);
  const [submission] = await app.database.db.select().from(submissions);
  const setOff = await app.api(
    'GET',
    `/api/received/${submission!.id}/set-off`,
    undefined,
    'owner@example.com',
  );
  expect(setOff.body).toContain('“First” came before it and stops there.');
  const { rules } = (
    await app.api('GET', `/api/clients/${clientId}/rules`, undefined, 'owner@example.com')
  ).json<{ rules: RuleView[] }>();
  expect(rules.map(({ unreachable }) => unreachable)).toEqual([
    null,
    { kind: 'hidden', by: 'First' },
  ]);
});
