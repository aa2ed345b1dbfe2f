import { emailFromText } from '@plumgate/core/emails';
import { noConditions } from '@plumgate/core/conditions';
import { directArrival } from '@plumgate/core/results';
import type {
  PersonRecord,
  SentMessage,
  SequenceEffect,
  SequenceView,
  TodayBoard,
} from '@plumgate/contract';
import type { ClientId, PersonId, SequenceId } from '@plumgate/core/basics';
import {
  emptySequence,
  planRun,
  type SequenceContent,
  type SequenceStep,
} from '@plumgate/core/followup';
import { and, eq } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { ClientService } from '../clients/client.service.ts';
import { postRoom } from '../../records/messages/table.ts';
import { PersonStore } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import { MailDoor } from '../../platform/mail/mail-door.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { TextDoor } from '../../platform/texts/text-door.ts';
import { RuleService } from '../routing/rule.service.ts';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { RunService } from './run.service.ts';
import { SequenceService } from './sequence.service.ts';
import { StepWorker } from './step-worker.ts';
import { runSteps, sequenceRuns } from '../../records/followup/table.ts';

let app: TestApp;
let world: World;
let clientId: ClientId;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  clientId = world.client.id as ClientId;
});
afterAll(() => app.stop());

const zone = 'America/New_York';
/** The clock moves by weeks here, and a session lasts only two. */
const owner = async (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) => {
  const answer = await app.api(method, url, body, 'owner@example.com');
  if (answer.statusCode !== 401) return answer;
  await app.signIn('owner@example.com');
  return app.api(method, url, body, 'owner@example.com');
};
const step = (id: string, changes: Partial<SequenceStep>): SequenceStep => ({
  id,
  anchor: 'joined',
  side: 'after',
  delay: { amount: 0, unit: 'minutes', at: null },
  late: 'skip',
  unlessBooked: false,
  onlyIf: noConditions,
  action: { kind: 'email', ...emailFromText({ subject: id, body: 'B' }) },
  ...changes,
});
const text = (body: string) => ({ kind: 'text', body }) as const;
const days = (amount: number, at: string | null = null) => ({ amount, unit: 'days', at }) as const;
const before = (id: string, delay: SequenceStep['delay'], changes: Partial<SequenceStep> = {}) =>
  step(id, { anchor: 'event', side: 'before', delay, ...changes });
const make = (name: string, changes: Partial<SequenceContent>) =>
  app.get(SequenceService).create(clientId, { ...emptySequence(name), quiet: null, ...changes });

/** Somebody who came in without a form. */
const person = async (name: string, changes: { email?: string; textConsent?: boolean } = {}) => {
  const email = changes.email ?? `${name.toLowerCase()}@example.com`;
  const row = await app.get(PersonStore).arrive(
    app.database.db,
    { id: clientId, matching: 'email' },
    {
      firstName: name,
      lastName: '',
      email,
      emailKey: email.toLowerCase(),
      phone: '(207) 555-0150',
      phoneKey: `+1207555${String(phones++).padStart(4, '0')}`,
      textConsent: changes.textConsent ?? false,
    },
    directArrival,
    app.clock.now(),
    0,
  );
  await app.database.db.update(people).set({ phone: row.phoneKey! }).where(eq(people.id, row.id));
  return { ...row, phone: row.phoneKey! };
};
let phones = 100;
const join = async (sequence: SequenceId, who: Awaited<ReturnType<typeof person>>) => {
  const client = await app.get(ClientService).row(clientId);
  const begun = await app.database.transaction(async (tx) => {
    const effects = app.get(Causes).begin();
    const begun = await app
      .get(RunService)
      .join(tx, effects, { client, sequence, person: who, at: app.clock.now() });
    await effects.write(tx);
    return begun;
  });
  await app.settle();
  return begun;
};
const received = async (to: string) =>
  (
    await app.database.db
      .select()
      .from(postRoom)
      .where(and(eq(postRoom.to, to), eq(postRoom.isReply, false)))
      .orderBy(postRoom.receivedAt)
  ).map(({ subject }) => subject);
const steps = async (who: { id: PersonId }) =>
  Object.fromEntries(
    (
      await app.database.db
        .select({
          id: runSteps.stepId,
          state: runSteps.state,
          leftOut: runSteps.leftOut,
          at: runSteps.dueAt,
        })
        .from(runSteps)
        .innerJoin(sequenceRuns, eq(sequenceRuns.id, runSteps.runId))
        .where(eq(sequenceRuns.personId, who.id))
    ).map(({ id, state, leftOut, at }) => [
      id,
      leftOut ?? (state === 'planned' ? at!.toString() : state),
    ]),
  );
const record = async (who: { id: PersonId }) =>
  (await owner('GET', `/api/people/${who.id}`)).json<PersonRecord>();
const localIn = (duration: string) =>
  app.clock
    .now()
    .toZonedDateTimeISO(zone)
    .add(duration)
    .toPlainDateTime()
    .toString({ smallestUnit: 'minute' });

describe('counting back from an evening', () => {
  it('a late joiner gets exactly what the plan says: no 4-day reminder, the 2-day and 1-day ones', async () => {
    const at = localIn('P3D');
    const reminders = [
      before('four', days(4, '09:00')),
      before('two', days(2, '09:00')),
      before('one', days(1, '09:00')),
    ];
    const content = {
      event: { kind: 'fixed' as const, name: 'Evening', at },
      steps: [step('hello', {}), ...reminders],
    };
    const sequence = await make('Evening', content);
    const ana = await person('Ana');
    const joinedAt = app.clock.now();
    await join(sequence, ana);
    const plan = planRun({
      sequence: { steps: content.steps, quiet: null, zone },
      joinedAt,
      event: { at: Temporal.PlainDateTime.from(at).toZonedDateTime(zone).toInstant() },
      person: {
        email: 'ana@example.com',
        phone: '',
        textConsent: false,
        unsubscribed: false,
        mailRefused: false,
      },
      now: joinedAt,
    });
    expect((await steps(ana)).four).toBe('late');
    await app.move('P4D');
    expect(await received('ana@example.com')).toEqual(
      plan.filter((one) => one.at).map((one) => one.step),
    );
    expect(await received('ana@example.com')).toEqual(['hello', 'two', 'one']);
  });

  it('when the evening moves, what is not done follows, what was sent stays, and the new time is told', async () => {
    const event = { kind: 'fixed' as const, name: 'Evening', at: localIn('P5D') };
    const content = { event, steps: [before('four', days(4)), before('one', days(1))] };
    const sequence = await make('Moving evening', content);
    const bo = await person('Bo');
    await join(sequence, bo);
    await app.move('P2D');
    const view = (await owner('GET', `/api/sequences/${sequence}`)).json<SequenceView>();
    const later = { ...view.content, event: { ...event, at: localIn('P10D') } };
    const previewed = (
      await owner('POST', `/api/sequences/${sequence}/preview`, { content: later })
    ).json<SequenceEffect>();
    expect(previewed).toMatchObject({ people: 1, steps: [{ step: 'one', moved: 1, removed: 0 }] });
    await owner('PUT', `/api/sequences/${sequence}`, { version: view.version, content: later });
    await app.settle();
    expect((await received('bo@example.com')).at(-1)).toMatch(/^New time for Evening: /);
    await app.move('P12D');
    expect(await received('bo@example.com')).toEqual([
      'four',
      expect.stringContaining('New time'),
      'one',
    ]);
  });

  it('refuses to keep what somebody else changed meanwhile', async () => {
    const sequence = await make('Shared', { steps: [step('a', {})] });
    const content = (await owner('GET', `/api/sequences/${sequence}`)).json<SequenceView>().content;
    expect(
      (await owner('PUT', `/api/sequences/${sequence}`, { version: 1, content })).statusCode,
    ).toBe(200);
    expect(
      (await owner('PUT', `/api/sequences/${sequence}`, { version: 1, content })).json(),
    ).toMatchObject({ code: 'changed-elsewhere' });
  });
});

describe('counting back from a booking', () => {
  it('reminders follow a move and end with a cancellation; what is sent first is never sent after', async () => {
    const sequence = await make('Before your visit', {
      event: { kind: 'booking', calendar: null, each: true },
      steps: [
        before('tomorrow', days(1, '09:00')),
        before('soon', { amount: 2, unit: 'hours', at: null }),
        step('after', { anchor: 'event', delay: days(1) }),
      ],
    });
    const bookable = await addBookingStep(app, world, {}, { sequence, notify: [] });
    const day = app.clock.now().toZonedDateTimeISO(zone).toPlainDate().add({ days: 4 });
    const at = (plus: number, time: string) =>
      day
        .add({ days: plus })
        .toZonedDateTime({ timeZone: zone, plainTime: time })
        .toInstant()
        .toString();
    const made = await app.site('POST', bookable.path, {
      form: {
        _form: 'times',
        _slot: at(0, '10:00'),
        name: 'Cy',
        email: 'cy@example.com',
        phone: '207 555 0133',
      },
    });
    expect(made.statusCode).toBe(303);
    const [cy] = await app.database.db
      .select()
      .from(people)
      .where(eq(people.email, 'cy@example.com'));
    const { bookings } = await record(cy!);
    expect((await steps(cy!)).tomorrow).toBe(at(-1, '09:00'));
    await owner('PUT', `/api/bookings/${bookings[0]!.id}/time`, { start: at(2, '15:00') });
    expect(await steps(cy!)).toEqual({
      tomorrow: at(1, '09:00'),
      soon: at(2, '13:00'),
      after: at(3, '15:00'),
    });
    await app.move('P5D');
    await owner('POST', `/api/bookings/${bookings[0]!.id}/cancel`);
    await app.move('P9D');
    const subjects = await received('cy@example.com');
    expect(subjects.filter((subject) => ['tomorrow', 'soon', 'after'].includes(subject))).toEqual([
      'tomorrow',
    ]);
    expect(await steps(cy!)).toMatchObject({
      tomorrow: 'done',
      soon: 'event-cancelled',
      after: 'event-cancelled',
    });
  });
});

describe('who may be written to', () => {
  it('texts need consent; STOP ends them at once, START allows them again', async () => {
    const sequence = await make('Texts', {
      steps: [1, 2, 3].map((day) =>
        step(`t${day}`, { delay: days(day), action: text(`Text ${day}`) }),
      ),
    });
    const dov = await person('Dov', { textConsent: true });
    const eve = await person('Eve');
    await join(sequence, dov);
    await join(sequence, eve);
    expect(await steps(eve)).toEqual({
      t1: 'no-text-consent',
      t2: 'no-text-consent',
      t3: 'no-text-consent',
    });
    await app.move('P1D');
    const [message] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, dov.phone));
    expect(message).toMatchObject({ kind: 'text', from: '+12075550142', text: 'Text 1' });
    await listening();
    await app.move('PT1M');
    expect(
      (await owner('POST', `/api/messages/${message!.id}/reply`, { body: 'Stop.' })).statusCode,
    ).toBe(200);
    expect(await steps(dov)).toMatchObject({ t2: 'no-text-consent', t3: 'no-text-consent' });
    await app.move('PT36H');
    await owner('POST', `/api/messages/${message!.id}/reply`, { body: 'START' });
    expect(await steps(dov)).toMatchObject({
      t1: 'done',
      t2: 'no-text-consent',
      t3: expect.stringMatching(/^2026/),
    });
    await app.move('P1D');
    expect(await received(dov.phone)).toEqual(['Text 1', 'Text 3']);
    // What was never queued is listed as left out too, once its time has come.
    const { messages } = (
      await owner('GET', `/api/clients/${world.client.id}/messages?state=left-out&kind=text`)
    ).json<{ messages: SentMessage[] }>();
    expect(messages.map(({ subject }) => subject)).toEqual([
      'Text 3',
      'Text 2',
      'Text 2',
      'Text 1',
    ]);
    expect(messages.filter(({ personId }) => personId === eve.id)).toHaveLength(3);
    expect(messages[0]).toMatchObject({
      ...{ state: 'left-out', reason: 'they have not agreed to texts' },
    });
    const [left] = messages;
    const shown = await owner('GET', `/api/messages/${left!.id}`);
    expect(shown.json()).toMatchObject({ subject: 'Text 3', html: '' });
    const conversation = (await owner('GET', `/api/messages/${message!.id}`)).json<{
      conversation: { text: string }[];
    }>().conversation;
    expect(conversation.map((one) => one.text)).toEqual(['Text 1', 'Stop.', 'START', 'Text 3']);
  });

  it('STOP speaks for the number: whoever else gave it gets no texts either', async () => {
    const sequence = await make('Shared number', { steps: [step('t', { action: text('Hello') })] });
    const [pia, quin] = [
      await person('Pia', { textConsent: true }),
      await person('Quin', { textConsent: true }),
    ];
    await app.database.db
      .update(people)
      .set({ phone: pia.phone, phoneKey: pia.phoneKey })
      .where(eq(people.id, quin.id));
    await join(sequence, pia);
    const [message] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, pia.phone));
    await listening();
    await owner('POST', `/api/messages/${message!.id}/reply`, { body: 'STOP' });
    for (const who of [pia, quin]) expect((await record(who)).reach.textConsent).toBe(false);
  });

  it('a reply ends a sequence that ends on one, and an unsigned webhook is refused', async () => {
    const sequence = await make('Until they answer', {
      endsWhen: [{ when: 'replied' }],
      steps: [
        step('one', { action: text('Are you there?') }),
        step('two', { delay: days(1), action: text('Still there?') }),
      ],
    });
    const fay = await person('Fay', { textConsent: true });
    await join(sequence, fay);
    const [message] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, fay.phone));
    await listening();
    await owner('POST', `/api/messages/${message!.id}/reply`, { body: 'Yes, on Monday please' });
    expect(await steps(fay)).toEqual({ one: 'done', two: 'dropped' });
    expect((await record(fay)).timeline.map(({ text: line }) => line)).toContain(
      'Texted “Yes, on Monday please”',
    );
    const forged = await app.api('POST', '/hooks/texts', {
      type: 'text.received',
      data: { id: 'x', from: fay.phone, to: '+12075550142', body: 'START' },
    });
    expect(forged.statusCode).toBe(401);
  });

  it('an answer by email ends the sequence too, and stands in the record', async () => {
    const sequence = await make('Two letters', {
      endsWhen: [{ when: 'replied' }],
      steps: [step('one', {}), step('two', { delay: days(1) })],
    });
    const olga = await person('Olga');
    await join(sequence, olga);
    const [mail] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, 'olga@example.com'));
    expect(mail!.replyTo).toMatch(/^answer\+[0-9a-f]{52}@plumgate\.test$/);
    await listening();
    const body = 'Monday suits me.';
    const answer = await owner('POST', `/api/messages/${mail!.id}/reply`, { body });
    expect(answer.statusCode).toBe(200);
    expect(await steps(olga)).toEqual({ one: 'done', two: 'dropped' });
    expect((await record(olga)).timeline.map(({ text: line }) => line)).toContain(
      'Replied by email “Monday suits me.”',
    );
    const forged = await app.api('POST', '/hooks/mail', {
      type: 'email.received',
      data: {
        id: 'x',
        from: 'olga@example.com',
        to: 'desk@quayside-dental.test',
        subject: '',
        text: '',
      },
    });
    expect(forged.statusCode).toBe(401);
  });

  it('one press unsubscribes, as RFC 8058 has it, and ends what is still to come', async () => {
    const sequence = await make('Letters', {
      steps: [step('first', {}), step('second', { delay: days(1) })],
    });
    const gus = await person('Gus');
    await join(sequence, gus);
    const [mail] = await app.database.db
      .select()
      .from(postRoom)
      .where(eq(postRoom.to, 'gus@example.com'));
    const url = new URL(mail!.unsubscribe);
    expect(mail!.text).toContain(mail!.unsubscribe);
    const shown = await app.site('GET', url.pathname);
    expect([shown.statusCode, shown.body.includes('No more emails')]).toEqual([200, true]);
    expect(await steps(gus)).toMatchObject({ second: expect.stringMatching(/^2026/) });
    const press = await app.site('POST', url.pathname, {
      form: { 'List-Unsubscribe': 'One-Click' },
    });
    expect(press.statusCode).toBe(200);
    await app.move('P2D');
    expect(await received('gus@example.com')).toEqual(['first']);
    expect((await record(gus)).reach.unsubscribed).toBe(true);
    expect((await app.site('POST', `${url.pathname}x`)).statusCode).toBe(404);
  });

  it('a notice to the business has its own one press, told on Today and undone there', async () => {
    const desk = 'front@quayside-dental.test';
    const telling = (name: string) =>
      make(name, {
        steps: [step('tell', { action: { kind: 'notify', email: desk, body: 'Call.' } })],
      });
    const notices = () => app.database.db.select().from(postRoom).where(eq(postRoom.to, desk));
    await join(await telling('Tell once'), await person('Ira'));
    await app.settle();
    const [notice] = await notices();
    const url = new URL(notice!.unsubscribe);
    expect((await app.site('GET', url.pathname)).body).toContain(desk);
    await app.site('POST', url.pathname, { form: { 'List-Unsubscribe': 'One-Click' } });
    await join(await telling('Tell twice'), await person('Jun'));
    await app.settle();
    expect(await notices()).toHaveLength(1);
    const today = `/api/clients/${clientId}/today`;
    expect((await owner('GET', today)).json<TodayBoard>().stoppedNotices).toEqual([
      expect.objectContaining({ address: desk }),
    ]);
    await owner('POST', `/api/clients/${clientId}/notices`, { address: desk });
    expect((await owner('GET', today)).json<TodayBoard>().stoppedNotices).toEqual([]);
    await join(await telling('Tell again'), await person('Kim'));
    await app.settle();
    expect(await notices()).toHaveLength(2);
  });

  it('mail refused for good marks the person, is not tried again, and stands on Today', async () => {
    const sequence = await make('To nowhere', {
      steps: [step('first', {}), step('second', { delay: days(1) })],
    });
    const hal = await person('Hal', { email: 'hal@nowhere.invalid' });
    await join(sequence, hal);
    await app.move('P2D');
    expect((await record(hal)).reach.mailRefused).toBe(true);
    expect(await steps(hal)).toEqual({ first: 'failed', second: 'mail-refused' });
    const today = (await owner('GET', `/api/clients/${clientId}/today`)).json<TodayBoard>();
    expect(today.failed).toEqual([
      expect.objectContaining({
        to: 'hal@nowhere.invalid',
        why: 'The address or number was refused for good.',
      }),
    ]);
  });
});

describe('joining', () => {
  it('once at a time, and again only when the sequence says so', async () => {
    const once = await make('Once', { steps: [step('only', {})] });
    const again = await make('Again', { again: true, steps: [step('each', {})] });
    const ida = await person('Ida');
    expect([await join(once, ida), await join(once, ida)]).toEqual([true, false]);
    expect([await join(again, ida), await join(again, ida)]).toEqual([true, true]);
    expect(await received('ida@example.com')).toEqual(['only', 'each', 'each']);
  });

  it('tags, untags, tells, starts another and ends, in order', async () => {
    const other = await make('Other', { steps: [step('other', {})] });
    const sequence = await make('Everything', {
      endsWhen: [{ when: 'tagged', tag: 'never' }],
      steps: [
        step('tag', { action: { kind: 'tag', tag: 'seen' } }),
        step('untag', {
          delay: { amount: 1, unit: 'hours', at: null },
          action: { kind: 'untag', tag: 'seen' },
        }),
        step('tell', {
          delay: { amount: 2, unit: 'hours', at: null },
          action: {
            kind: 'notify',
            email: 'boss@example.com',
            body: '{{ person.first_name }} is warm',
          },
        }),
        step('task', {
          delay: { amount: 2, unit: 'hours', at: null },
          action: { kind: 'task', text: 'Call them' },
        }),
        step('start', {
          delay: { amount: 3, unit: 'hours', at: null },
          action: { kind: 'start', sequence: other },
        }),
        step('end', { delay: { amount: 4, unit: 'hours', at: null }, action: { kind: 'end' } }),
        step('never', { delay: { amount: 5, unit: 'hours', at: null } }),
      ],
    });
    const jo = await person('Jo');
    await join(sequence, jo);
    expect((await record(jo)).tags).toEqual(['seen']);
    await app.move('P1D');
    expect((await record(jo)).tags).toEqual([]);
    expect((await record(jo)).tasks).toMatchObject([{ text: 'Call them', madeBy: 'Everything' }]);
    expect(await received('jo@example.com')).toEqual(['other']);
    expect(await received('boss@example.com')).toHaveLength(1);
    expect((await record(jo)).timeline[0]!.text).toContain('ended');
  });

  it('a tag by a rule ends a sequence that ends on it', async () => {
    const sequence = await make('Until patient', {
      endsWhen: [{ when: 'tagged', tag: 'first-visit' }],
      steps: [step('nudge', { delay: days(1) })],
    });
    const kim = await person('Kim');
    await join(sequence, kim);
    await app.site('POST', `/${world.first.slug}`, {
      form: {
        _form: world.formBlock,
        name: 'Kim',
        email: 'kim@example.com',
        phone: '207 555 0144',
      },
    });
    expect((await steps(kim)).nudge).toBe('dropped');
  });
});

describe('when things break', () => {
  const queued = (to: string) =>
    app.database.db
      .select()
      .from(outbox)
      .where(eq(outbox.state, 'queued'))
      .then((rows) => rows.filter((row) => row.to === to));

  it('a crash between effect and mark leaves neither: the step is done once, later', async () => {
    const sequence = await make('Crashing', {
      steps: [step('once', { delay: { amount: 1, unit: 'hours', at: null } })],
    });
    const lou = await person('Lou');
    await join(sequence, lou);
    app.clock.moveTo(app.clock.now().add({ hours: 2 }));
    const runs = app.get(RunService);
    const finish = runs.finish.bind(runs);
    runs.finish = () => Promise.reject(new Error('the process is gone'));
    await expect(app.get(StepWorker).doDue(app.clock.now())).rejects.toThrow('gone');
    runs.finish = finish;
    expect(await queued('lou@example.com')).toHaveLength(0);
    await Promise.all([app.get(StepWorker).doDue(app.clock.now()), app.settle()]);
    await app.settle();
    expect(await received('lou@example.com')).toEqual(['once']);
  });

  it('a mail server down for an hour: everything arrives afterwards, once, in order, and no reminder after its event', async () => {
    const event = { kind: 'fixed' as const, name: 'Soon', at: localIn('PT30M') };
    const sequence = await make('Outage', {
      event,
      steps: [
        step('first', {}),
        step('second', { delay: { amount: 5, unit: 'minutes', at: null } }),
        before('ten', { amount: 10, unit: 'minutes', at: null }),
      ],
    });
    const door = app.get(MailDoor);
    const real = door.send.bind(door);
    door.send = () => Promise.reject(Object.assign(new Error('down'), { code: 'ECONNREFUSED' }));
    const max = await person('Max');
    await join(sequence, max);
    await app.move('PT1H');
    expect(await received('max@example.com')).toEqual([]);
    door.send = real;
    await app.move('PT2H');
    expect(await received('max@example.com')).toEqual(['first', 'second']);
    expect((await record(max)).timeline.map((line) => line.text)).toContain(
      'Left out: Email “ten”',
    );
  });

  it('a text gateway that fails is tried again; a number it refuses is not', async () => {
    const sequence = await make('Flaky', { steps: [step('one', { action: text('Hello') })] });
    const door = app.get(TextDoor);
    const real = door.send.bind(door);
    let failures = 1;
    door.send = (message) =>
      failures-- > 0
        ? Promise.reject(Object.assign(new Error('down'), { code: 'HTTP 503' }))
        : real(message);
    const nia = await person('Nia', { textConsent: true });
    await join(sequence, nia);
    await app.move('PT5M');
    expect(await received(nia.phone)).toEqual(['Hello']);
    const oz = await person('Oz', { textConsent: true });
    await app.database.db.update(people).set({ phone: 'n/a' }).where(eq(people.id, oz.id));
    await join(sequence, { ...oz, phone: 'n/a' });
    const [row] = await app.database.db.select().from(outbox).where(eq(outbox.personId, oz.id));
    expect(row).toMatchObject({ state: 'failed', attempts: 1 });
  });
});

it('shows what a rule would have matched before it is on, and whose leads they are', async () => {
  const rule = {
    name: 'All ads',
    conditions: { match: 'any' as const, terms: [{ about: 'source' as const, is: 'Direct' }] },
    actions: [],
  };
  const preview = (
    await owner('POST', `/api/clients/${clientId}/rules/preview`, {
      conditions: rule.conditions,
    })
  ).json<{
    matched: number;
    others: number;
    pages: { own: boolean }[];
  }>();
  expect(preview.matched).toBeGreaterThan(0);
  expect(preview.others).toBe(preview.matched);
  expect(preview.pages.every(({ own }) => !own)).toBe(true);
  const { id } = (await owner('POST', `/api/clients/${clientId}/rules`, rule)).json<{
    id: string;
  }>();
  const active = await app.get(RuleService).active(app.database.db, clientId);
  expect(active.map((one) => one.id)).not.toContain(id);
  const listed = (await owner('GET', `/api/clients/${clientId}/rules`)).json<{
    rules: { on: boolean; matched30: number }[];
    recent: { leads: number; unmatched: { leads: number }[] };
  }>();
  expect(listed.rules.map(({ on }) => on)).toEqual([true, false]);
  const matched = listed.rules[0]!.matched30;
  expect(matched).toBeGreaterThan(0);
  // Everybody came directly; those whom the one rule that is on passed over are named by their page.
  expect(listed.recent.leads).toBe(preview.matched);
  const unmatched = listed.recent.unmatched.reduce((sum, { leads }) => sum + leads, 0);
  expect(unmatched).toBe(listed.recent.leads - matched);
});

it('lists who waits, those still within the promise by its end, until somebody calls', async () => {
  const board = async () =>
    (await owner('GET', `/api/clients/${clientId}/today`)).json<TodayBoard>();
  const first = (await board()).waiting;
  const now = app.clock.now().toString();
  const inTime = first.filter(({ promisedBy }) => promisedBy > now);
  const late = first.slice(inTime.length);
  expect(late.every(({ promisedBy }) => promisedBy <= now)).toBe(true);
  expect(inTime.map(({ promisedBy }) => promisedBy)).toEqual(
    inTime.map(({ promisedBy }) => promisedBy).toSorted(),
  );
  expect(late.map(({ addedAt }) => addedAt)).toEqual(
    late
      .map(({ addedAt }) => addedAt)
      .toSorted()
      .reverse(),
  );
  await owner('POST', `/api/people/${first[0]!.id}/touches`, {
    how: 'called',
    note: 'Rings back on Monday',
  });
  const after = await board();
  expect(after.waiting.map(({ id }) => id)).not.toContain(first[0]!.id);
  expect(after.waitingTotal).toBe((await board()).waiting.length);
  const { timeline } = await record(first[0]! as { id: PersonId });
  expect(timeline[0]).toMatchObject({ text: 'Oriel called', note: 'Rings back on Monday' });
});

/** A reply travels over real HTTP to the program's webhook, so it has to listen. */
let port: Promise<unknown> | undefined;
const listening = () => (port ??= app.listen());
