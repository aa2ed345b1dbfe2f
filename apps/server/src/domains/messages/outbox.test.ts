import { eq } from 'drizzle-orm';
import type { ClientId } from '@plumgate/core/basics';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { postRoom } from '../../records/messages/table.ts';
import { Composer } from './composer.ts';
import { lanes, Outbox } from './outbox.ts';
import type { Consequences } from '../../records/causes/consequences.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const enqueue = (key: string, to = 'a@example.com') =>
  writing((effects) =>
    effects.enqueue({
      clientId: world.client.id as ClientId,
      key,
      dueAt: app.clock.now(),
      kind: 'email',
      to,
      title: 'S',
      content: { as: 'notice', subject: 'S', body: 'T', replyTo: '' },
    }),
  );
const writing = (gather: (effects: Consequences) => void) => {
  const effects = app.get(Causes).begin();
  gather(effects);
  return effects.write(app.database.db);
};
const row = async (key: string) =>
  (await app.database.db.select().from(outbox).where(eq(outbox.key, key)))[0]!;
const received = async (to: string) =>
  app.database.db.select().from(postRoom).where(eq(postRoom.to, to));

it('sends once for one cause', async () => {
  await enqueue('same', 'same@example.com');
  await enqueue('same', 'same@example.com');
  await app.settle();
  expect(await received('same@example.com')).toHaveLength(1);
});

it('shares rows between two workers without sending one twice', async () => {
  for (let n = 0; n < 30; n++) await enqueue(`shared-${n}`, 'shared@example.com');
  const done = await Promise.all(
    ['a', 'b'].map((worker) => app.get(Outbox).sendDue(app.clock.now(), worker, lanes[0]!)),
  );
  await app.settle();
  expect(done[0]! + done[1]!).toBeLessThanOrEqual(40);
  expect(await received('shared@example.com')).toHaveLength(30);
});

it('tries again later when the mail server fails, and sends once', async () => {
  const door = app.get(MailDoor);
  const real = door.send.bind(door);
  let failures = 2;
  door.send = (mail) =>
    failures-- > 0
      ? Promise.reject(
          Object.assign(new Error('refused ana@example.com'), { code: 'ECONNREFUSED' }),
        )
      : real(mail);
  await enqueue('retry', 'retry@example.com');
  await app.settle();
  expect(await row('retry')).toMatchObject({
    state: 'queued',
    attempts: 1,
    lastError: 'ECONNREFUSED',
    leasedBy: null,
  });
  await app.move('PT10M');
  expect(await row('retry')).toMatchObject({ state: 'sent', attempts: 3 });
  expect(await received('retry@example.com')).toHaveLength(1);
  door.send = real;
});

it('takes over after a crash between sending and marking, and the receiver keeps one', async () => {
  await enqueue('crash', 'crash@example.com');
  const composer = app.get(Composer);
  const queued = await row('crash');
  const mail = composer.compose(queued, await composer.sourcesOf(app.database.db, [queued]));
  const { id, clientId } = queued;
  await app.get(MailDoor).send({ ...(mail as EmailPayload), id, clientId, date: app.clock.now() });
  await app.database.db
    .update(outbox)
    .set({ leasedBy: 'gone', leasedUntil: app.clock.now().add({ seconds: 60 }) })
    .where(eq(outbox.key, 'crash'));
  await app.settle();
  expect((await row('crash')).state).toBe('queued');
  await app.move('PT2M');
  expect((await row('crash')).state).toBe('sent');
  expect(await received('crash@example.com')).toHaveLength(1);
});
