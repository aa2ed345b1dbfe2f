import type { CalendarView, WaitingView } from '@plumgate/contract';
import { newEvent, type CalendarContent } from '@plumgate/core/booking';
import { eq, ne } from 'drizzle-orm';
import { Temporal } from 'temporal-polyfill';
import { bookings } from '../../records/booking/table.ts';
import { waitingList } from '../../records/booking/waiting-list.table.ts';
import { people } from '../../records/people/table.ts';
import {
  addBookingStep,
  buildWorld,
  TestApp,
  type Bookable,
  type World,
} from '../../testing/test-app.ts';
import { addressOf, asOwner, mailTo, sendBooking } from '../../testing/booking-world.ts';

/** A seat that comes free goes to the first who waits for it, and to nobody else meanwhile. */
let app: TestApp;
let world: World;
let step: Bookable;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

// The world's clock stands at November 5, 2026, 9:12 in New York.
const evening = '2026-11-19T23:30:00Z';
async function anEvent(changes: Partial<CalendarContent> = {}) {
  const plain = newEvent('Winter smiles', 'America/New_York', {
    start: '2026-11-19T18:30',
    minutes: 90,
  });
  step = await addBookingStep(
    app,
    world,
    { ...plain.rules, seats: 1 },
    { ...plain, waiting: { hours: 4 }, ...changes },
  );
}
const send = (name: string, slot: string) => sendBooking(app, step, name, slot);
const wait = (name: string) => send(name, `wait ${evening}`);
const bookingOf = async (name: string) => {
  const rows = await app.database.db
    .select({ booking: bookings })
    .from(bookings)
    .innerJoin(people, eq(people.id, bookings.personId))
    .where(eq(people.email, addressOf(name)));
  return rows[0]!.booking;
};
const cancel = async (name: string) =>
  api('POST', `/api/bookings/${(await bookingOf(name)).id}/cancel`);
const standing = async () =>
  Object.fromEntries(
    (
      await app.database.db
        .select({ email: people.email, state: waitingList.state })
        .from(waitingList)
        .innerJoin(people, eq(people.id, waitingList.personId))
    ).map(({ email, state }) => [email.split('@')[0]!, state]),
  );
/** The address of the page on which somebody takes their seat, from their newest email. */
async function offerOf(name: string): Promise<string> {
  await app.settle();
  const offers = (await mailTo(app, addressOf(name))).flatMap(
    ({ text }) => /https?:\S+\/~\/offer\/\S+/.exec(text) ?? [],
  );
  return new URL(offers.at(-1)!).pathname;
}
const booked = async () =>
  (
    await app.database.db
      .select({ email: people.email })
      .from(bookings)
      .innerJoin(people, eq(people.id, bookings.personId))
      .where(ne(bookings.state, 'cancelled'))
  )
    .map(({ email }) => email.split('@')[0]!)
    .sort();

it('goes from a full event to a seat that was given back, in the order of the list', async () => {
  await anEvent();
  await send('Una', evening);
  const page = (await app.site('GET', step.path)).body;
  expect(page).toContain(`value="wait ${evening}"`);
  expect(page).toContain('Join the waiting list');
  for (const name of ['Dee', 'Tre']) {
    expect((await wait(name)).statusCode).toBe(303);
    await app.move('PT1M');
  }
  expect(await standing()).toEqual({ dee: 'waiting', tre: 'waiting' });
  await app.settle();
  expect((await mailTo(app, addressOf('Dee')))[0]!.subject).toBe(
    'You are on the waiting list: Winter smiles',
  );

  await cancel('Una');
  expect(await standing()).toEqual({ dee: 'offered', tre: 'waiting' });
  // Nobody else gets it meanwhile.
  expect((await send('Fer', evening)).statusCode).toBe(422);
  const offer = await offerOf('Dee');
  const shown = await app.site('GET', offer);
  expect(shown.body).toContain('It is held for you until Thursday, November 5 at 1:1');
  const taken = await app.site('POST', offer, { form: { do: 'take' } });
  expect(taken.headers.location).toMatch(/^\/~\/booking\//);
  expect(await booked()).toEqual(['dee']);
  expect(await standing()).toEqual({ dee: 'taken', tre: 'waiting' });
  expect((await app.site('GET', offer)).body).toContain('The seat is yours');
  await app.settle();
  expect((await mailTo(app, addressOf('Dee'))).at(-1)!.calendar).toContain('METHOD:REQUEST');
});

it('goes to the next when the first does not answer in time, and when they leave it', async () => {
  await anEvent();
  await send('Una', evening);
  for (const name of ['Dee', 'Tre', 'Fer']) {
    await wait(name);
    await app.move('PT1M');
  }
  await cancel('Una');
  const late = await offerOf('Dee');
  await app.move('PT4H');
  expect(await standing()).toEqual({ dee: 'expired', tre: 'offered', fer: 'waiting' });
  const answer = await app.site('POST', late, { form: { do: 'take' } });
  expect(answer.body).toContain('no longer held for you');
  const left = await app.site('POST', await offerOf('Tre'), { form: { do: 'decline' } });
  expect(left.body).toContain('Thank you for telling us');
  expect(await standing()).toEqual({ dee: 'expired', tre: 'declined', fer: 'offered' });
  expect(await booked()).toEqual([]);
});

it('never gives one seat to the list and to a visitor at once', async () => {
  await anEvent();
  for (const round of [1, 2, 3, 4]) {
    await send(`Una${round}`, evening);
    await wait(`Dee${round}`);
    const [, visitor] = await Promise.all([cancel(`Una${round}`), send(`Tre${round}`, evening)]);
    const state = (await standing())[`dee${round}`];
    // Either came first, and the other does not have it.
    expect([visitor!.statusCode, state]).toEqual(
      visitor!.statusCode === 303 ? [303, 'waiting'] : [422, 'offered'],
    );
    await app.database.db.delete(waitingList);
    await app.database.db.update(bookings).set({ state: 'cancelled' });
  }
});

it('two presses on the link take one seat', async () => {
  await anEvent();
  await send('Una', evening);
  await wait('Dee');
  await cancel('Una');
  const offer = await offerOf('Dee');
  const answers = await Promise.all(
    [1, 2].map(() => app.site('POST', offer, { form: { do: 'take' } })),
  );
  expect(answers.map(({ statusCode }) => statusCode).sort()).toEqual([200, 303]);
  expect(await booked()).toEqual(['dee']);
});

it('offers the seats that a bigger room brings', async () => {
  await anEvent();
  await send('Una', evening);
  for (const name of ['Dee', 'Tre', 'Fer']) {
    await wait(name);
    await app.move('PT1M');
  }
  const { version, content } = (
    await api('GET', `/api/calendars/${step.calendar.id}`)
  ).json<CalendarView>();
  await api('PUT', `/api/calendars/${step.calendar.id}`, {
    version,
    content: { ...content, rules: { ...content.rules, seats: 3 } },
  });
  expect(await standing()).toEqual({ dee: 'offered', tre: 'offered', fer: 'waiting' });
});

it('holds a seat no longer than it can be booked', async () => {
  await anEvent({ waiting: { hours: 168 } });
  await send('Una', evening);
  await wait('Dee');
  await app.move('P13D');
  await cancel('Una');
  const [entry] = await app.database.db.select().from(waitingList);
  expect(entry!.offeredUntil!.toString()).toBe(Temporal.Instant.from(evening).toString());
});

it('is for any time of a calendar in which nothing is free', async () => {
  step = await addBookingStep(
    app,
    world,
    { length: 480, startEvery: 480, ahead: 1, notice: 0 },
    { waiting: { hours: 2 } },
  );
  const [first, second] = ['2026-11-05T14:00:00Z', '2026-11-06T14:00:00Z'];
  await send('Una', second);
  const page = (await app.site('GET', step.path)).body;
  expect(page).toMatch(/value="wait"[^>]*checked|checked=""[^>]*value="wait"/);
  expect(first < app.clock.now().toString()).toBe(true);
  expect((await send('Dee', 'wait')).statusCode).toBe(303);
  await cancel('Una');
  await app.site('POST', await offerOf('Dee'), { form: { do: 'take' } });
  expect((await bookingOf('Dee')).startsAt.toString()).toBe(second);
});

it('is kept by the desk as well: who waits, one more, one less', async () => {
  await anEvent();
  await send('Una', evening);
  await wait('Dee');
  const url = `/api/calendars/${step.calendar.id}/waiting-list`;
  const list = async () => (await api('GET', url)).json<{ waiting: WaitingView[] }>().waiting;
  const { personId } = await bookingOf('Una');
  await app.move('PT1M');
  await api('POST', url, { personId, wants: evening });
  await api('POST', url, { personId, wants: evening });
  expect((await list()).map(({ person, offered }) => [person.name, offered])).toEqual([
    ['Dee', null],
    ['Una', null],
  ]);
  await cancel('Una');
  const [dee] = await list();
  expect(dee!.offered!.start).toBe(evening);
  // What is held for who is taken off goes to the next.
  await api('DELETE', `/api/waiting-list/${dee!.id}`);
  expect((await list()).map(({ person, offered }) => [person.name, offered?.start])).toEqual([
    ['Una', evening],
  ]);
});

it('is refused where a calendar has none', async () => {
  await anEvent({ waiting: null });
  await send('Una', evening);
  expect((await app.site('GET', step.path)).body).not.toContain('waiting list');
  expect((await wait('Dee')).statusCode).toBe(422);
  expect((await send('Dee', 'wait tomorrow')).statusCode).toBe(422);
});

it('leaves out who was deleted, and gives what was held for them to the next', async () => {
  await anEvent();
  await send('Una', evening);
  for (const name of ['Dee', 'Tre', 'Fer']) {
    await wait(name);
    await app.move('PT1M');
  }
  const remove = async (name: string) => {
    const [row] = await app.database.db
      .select({ id: people.id })
      .from(people)
      .where(eq(people.email, addressOf(name)));
    await api('DELETE', `/api/people/${row!.id}`);
  };
  await remove('dee');
  await cancel('Una');
  expect(await standing()).toEqual({ dee: 'left', tre: 'offered', fer: 'waiting' });
  await remove('tre');
  expect(await standing()).toEqual({ dee: 'left', tre: 'left', fer: 'offered' });
});

it('two records that become one wait once, and what one has held stays held', async () => {
  await anEvent();
  await send('Una', evening);
  for (const name of ['Dee', 'Tre']) {
    await wait(name);
    await app.move('PT1M');
  }
  const idOf = async (name: string) => {
    const [row] = await app.database.db
      .select({ id: people.id })
      .from(people)
      .where(eq(people.email, addressOf(name)));
    return row!.id;
  };
  await cancel('Una');
  const other = await idOf('dee');
  const kept = await api('POST', `/api/people/${await idOf('tre')}/merge`, { other, choices: {} });
  expect(kept.statusCode).toBe(200);
  expect(
    (await app.database.db.select().from(waitingList)).map(({ state }) => state).sort(),
  ).toEqual(['left', 'offered']);
  const { waiting } = (await api('GET', `/api/calendars/${step.calendar.id}/waiting-list`)).json<{
    waiting: WaitingView[];
  }>();
  expect(waiting).toHaveLength(1);
});

it('asks what the calendar asks, on the page and at the desk, and keeps the answers with the booking', async () => {
  const question = {
    id: 'nervous',
    label: 'Are you nervous?',
    kind: 'yes-no' as const,
    options: [],
  };
  await anEvent({
    questions: [
      { ...question, required: true },
      { id: 'note', label: 'Anything else?', kind: 'line', options: [], required: false },
    ],
  });
  expect((await app.site('GET', step.path)).body).toContain('Are you nervous?');
  expect((await send('Una', evening)).statusCode).toBe(422);
  const form = {
    ...{ _form: step.formBlock, _once: 'una', _slot: evening, name: 'Una' },
    ...{ email: 'una@example.com', phone: '', visit_nervous: 'Yes', visit_note: 'Bring a blanket' },
  };
  expect((await app.site('POST', step.path, { form })).statusCode).toBe(303);
  expect((await bookingOf('Una')).answers).toEqual([
    { label: 'Are you nervous?', answer: 'Yes' },
    { label: 'Anything else?', answer: 'Bring a blanket' },
  ]);
  await cancel('Una');
  const byHand = await api('POST', `/api/calendars/${step.calendar.id}/bookings`, {
    ...{ start: evening, name: 'Dee', answers: { nervous: 'No', note: ' ' } },
  });
  expect(byHand.json()).toMatchObject({ answers: [{ label: 'Are you nervous?', answer: 'No' }] });
});
