import { emailFromText } from '@plumgate/core/emails';
import { noConditions } from '@plumgate/core/conditions';
import type { ClientId } from '@plumgate/core/basics';
import { emptySequence, type SequenceContent, type SequenceStep } from '@plumgate/core/followup';
import { asc, eq, like } from 'drizzle-orm';
import { users } from '../../records/accounts/table.ts';
import { postRoom } from '../../records/messages/table.ts';
import { people, timeline } from '../../records/people/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { joinTogether } from '../../testing/join-together.ts';
import { tellAsGateway } from '../../testing/text-hook.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { SequenceService } from './sequence.service.ts';
import { runSteps, sequenceRuns, sequences } from '../../records/followup/table.ts';

/** What is due at one moment leaves in its order, and what can't be done fails alone. */
let app: TestApp;
let world: World;
let clientId: ClientId;
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterEach(() => app.stop());

const step = (id: string, hours: number): SequenceStep => ({
  id,
  anchor: 'joined',
  side: 'after',
  delay: { amount: hours, unit: 'hours', at: null },
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action: { kind: 'email', ...emailFromText({ subject: id, body: 'B' }) },
});
const make = (changes: Partial<SequenceContent>) =>
  app.get(SequenceService).create(clientId, { ...emptySequence('Many'), quiet: null, ...changes });

async function subjectsByPerson(): Promise<string[]> {
  const mails = await app.database.db
    .select()
    .from(postRoom)
    .where(like(postRoom.to, 'p%@example.com'))
    // As they came over the wire: ids of the post room are random.
    .orderBy(asc(postRoom.receivedAt));
  const rows = await app.database.db.select().from(outbox).orderBy(asc(outbox.order));
  expect(mails).toHaveLength(rows.filter(({ personId }) => personId !== null).length);
  const by = new Map<string, string[]>();
  for (const { to, title } of rows)
    if (to.startsWith('p')) by.set(to, [...(by.get(to) ?? []), title]);
  return [...by.values()].map((subjects) => subjects.join(' '));
}

it('sends messages that are due at the same moment in the order of their steps', async () => {
  const ids = ['first', 'second', 'third', 'fourth'];
  await joinTogether(app, clientId, await make({ steps: ids.map((id) => step(id, 0)) }), 150);
  await app.settle();
  expect(await subjectsByPerson()).toEqual(Array(150).fill(ids.join(' ')));
});

it('sends what quiet hours put together in the order it would have had', async () => {
  // In the list the later one comes first; both fall into the night and leave at its end.
  const steps = [step('eleven', 14), step('ten', 13), step('morning', 23)];
  await joinTogether(
    app,
    clientId,
    await make({ steps, quiet: { from: '21:00', to: '08:12' } }),
    20,
  );
  await app.move('P2D');
  expect(await subjectsByPerson()).toEqual(Array(20).fill('ten eleven morning'));
});

it('takes the new order when steps are put in another one', async () => {
  const sequence = await make({ steps: [step('a', 1), step('b', 1)] });
  await joinTogether(app, clientId, sequence, 5);
  const [me] = await app.database.db.select({ id: users.id }).from(users);
  const { version, content } = await app.get(SequenceService).get(sequence, me!.id);
  const turned = { ...content, steps: content.steps.toReversed() };
  await app.get(SequenceService).save(sequence, me!.id, { version, content: turned });
  await app.move('PT2H');
  expect(await subjectsByPerson()).toEqual(Array(5).fill('b a'));
});

it('does the steps of all others when the database refuses one, and says of that one that it failed', async () => {
  const tag: SequenceStep = { ...step('tag', 0), action: { kind: 'tag', tag: 'new' } };
  const good = await make({ steps: [tag, step('hello', 0)] });
  await joinTogether(app, clientId, good, 60);
  // A tag that no index takes, past every check: as a mistake of an earlier version might have stored it.
  const bad = await make({ steps: [tag, step('after', 0)] });
  const tooLong = Array.from({ length: 3000 }, () => Math.random().toString(36)).join('');
  await app.database.db
    .update(sequences)
    .set({
      content: {
        ...emptySequence('Bad'),
        quiet: null,
        steps: [{ ...tag, action: { kind: 'tag', tag: tooLong } }, step('after', 0)],
      },
    })
    .where(eq(sequences.id, bad));
  await joinTogether(app, clientId, bad, 1);
  await app.settle();
  const failed = await app.database.db.select().from(runSteps).where(eq(runSteps.state, 'failed'));
  expect(failed.map(({ stepId, failedBecause }) => [stepId, failedBecause])).toEqual([
    ['tag', '54000'],
  ]);
  const mails = await app.database.db.select().from(postRoom).where(eq(postRoom.subject, 'hello'));
  expect(mails).toHaveLength(60);
  // The rest of the same run goes on, and the record says what failed.
  const after = await app.database.db.select().from(postRoom).where(eq(postRoom.subject, 'after'));
  expect(after).toHaveLength(1);
  const [run] = await app.database.db
    .select()
    .from(sequenceRuns)
    .where(eq(sequenceRuns.sequenceId, bad));
  expect(run!.state).toBe('finished');
  const facts = await app.database.db.select().from(timeline);
  expect(facts.filter(({ fact }) => fact.kind === 'step-failed')).toHaveLength(1);
});

it('goes on past a message that can’t be marked, and the demo’s clock with it', async () => {
  await app.database.pool.query(`
    create function refuse_mark() returns trigger language plpgsql as $$
    begin
      if new.title = 'stuck' and new.state = 'sent' then
        raise exception 'no' using errcode = '22023';
      end if;
      return new;
    end $$;
    create trigger refuse_mark before update on outbox for each row execute function refuse_mark();`);
  await joinTogether(app, clientId, await make({ steps: [step('stuck', 1), step('next', 2)] }), 3);
  await app.signIn('owner@example.com');
  const moved = await app.api('POST', '/api/demo/clock', { advance: 'PT3H' }, 'owner@example.com');
  expect(moved.statusCode).toBe(200);
  const rows = await app.database.db.select().from(outbox).orderBy(asc(outbox.order));
  expect(rows.map(({ title, state }) => `${title} ${state}`)).toEqual([
    ...Array<string>(3).fill('stuck failed'),
    ...Array<string>(3).fill('next sent'),
  ]);
  // Its step is over as well, and waits for nothing.
  const steps = await app.database.db.select().from(runSteps);
  expect(steps.map(({ state }) => state).sort()).toEqual([
    ...Array<string>(3).fill('done'),
    ...Array<string>(3).fill('failed'),
  ]);
  await app.database.pool.query('drop function refuse_mark cascade');
});

it('notes a reply once, however often the gateway tells of it, and whatever is in it', async () => {
  await app.site('POST', '/first-visit', {
    form: { name: 'Ana', email: 'ana@example.com', phone: '(207) 555-0117' },
  });
  await app.settle();
  const tell = (id: string, body: string) =>
    tellAsGateway(app, id, {
      type: 'text.received',
      data: { id, from: '+12075550117', to: '+12075550142', body },
    });
  const bodies: [string, string][] = [
    ['one', 'Yes please'],
    ['one', 'Yes please'],
    ['two', 'NUL \0 inside'],
    ['three', `${'x'.repeat(999)}👍 and more`],
  ];
  for (const [id, body] of bodies) expect(await tell(id, body)).toBe(204);
  const facts = await app.database.db.select().from(timeline).orderBy(asc(timeline.id));
  const replies = facts.flatMap(({ fact }) => (fact.kind === 'replied' ? [fact.body] : []));
  expect(replies).toEqual(['Yes please', 'NUL  inside', `${'x'.repeat(999)}👍`]);
});

it('stops, after a kill in the middle of a sending, where the lease ends and at all that is due after', async () => {
  await joinTogether(
    app,
    clientId,
    await make({ steps: [step('cut off', 1), step('later', 3)] }),
    1,
  );
  await app.move('PT1H');
  const start = app.clock.now();
  // As a killed process leaves it: taken, and neither sent nor given back.
  await app.database.db.update(outbox).set({
    state: 'queued',
    sentAt: null,
    leasedBy: 'killed',
    leasedUntil: start.add({ seconds: 40 }),
  });
  await app.database.db.delete(postRoom);
  await app.move('PT5H');
  const mails = await app.database.db.select().from(postRoom).orderBy(asc(postRoom.receivedAt));
  expect(
    mails.map(({ subject, receivedAt }) => [subject, start.until(receivedAt).total('seconds')]),
  ).toEqual([
    ['cut off', 40],
    ['later', 7200],
  ]);
});

it('signs nobody out when the demo’s clock is moved by months', async () => {
  await app.move('P90D');
  const answer = await app.api('GET', '/api/session', undefined, 'owner@example.com');
  expect(answer.statusCode).toBe(200);
  expect(await app.database.db.select().from(people)).toEqual([]);
});
