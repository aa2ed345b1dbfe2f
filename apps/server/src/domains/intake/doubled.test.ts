import { count } from 'drizzle-orm';
import { outbox } from '../../records/messages/outbox.table.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { submissions } from '../../records/intake/table.ts';
import { sequenceRuns } from '../../records/followup/table.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const visitor = `${'v'.repeat(22)}~Direct`;
const send = (form: Record<string, string>, cookie = `gate_visitor=${visitor}`) =>
  app.site('POST', '/first-visit', { form, headers: { cookie } });
const counts = async () => {
  await app.settle();
  const of = async (table: typeof submissions | typeof outbox | typeof sequenceRuns) =>
    (await app.database.db.select({ count: count() }).from(table))[0]!.count;
  return [await of(submissions), await of(sequenceRuns), await of(outbox)];
};

it('has no effect when the same is sent again under the same key, also at the same moment', async () => {
  const form = { name: 'Cy', email: 'cy@example.com', _once: 'key-cy' };
  await send(form);
  const before = await counts();
  await Promise.all([send(form), send(form), send(form)]);
  expect(await counts()).toEqual(before);
});

it('keeps changed answers under the same key, tells only the business, and runs nothing again', async () => {
  const form = { name: 'Dov', email: 'dov@example.com', _once: 'key-dov' };
  await send(form);
  const before = await counts();
  const changed = await send({ ...form, name: 'Dov Abend' });
  expect(changed.statusCode).toBe(303);
  // One submission more, no run, and one message: the notice.
  expect(await counts()).toEqual([before[0]! + 1, before[1], before[2]! + 1]);
  const rows = await app.database.db.select().from(outbox);
  expect(rows.map(({ title }) => title)).toContain('Changed answers: Dov, First visit form');
  // And once more the same change: nothing.
  await send({ ...form, name: 'Dov Abend' });
  expect(await counts()).toEqual([before[0]! + 1, before[1], before[2]! + 1]);
});

it('gives whoever repeats a key nothing of the first sender’s', async () => {
  const form = { name: 'Eve First', email: 'eve@example.com', _once: 'key-eve' };
  await send(form);
  const answer = await send(
    { name: '', email: 'other@example.com', phone: '(207) 555-0100', _once: 'key-eve' },
    'gate_visitor=zzzzzzzzzzzzzzzzzzzzzz~Direct',
  );
  const carry = answer.cookies.find(({ name }) => name === 'gate_carry')?.value ?? '';
  const next = await app.site('GET', `/${world.thanks.slug}`, {
    headers: { cookie: `gate_carry=${carry}` },
  });
  expect(next.body).not.toContain('Eve');
});
