import type { LeadRates } from '@plumgate/contract';
import { eq } from 'drizzle-orm';
import { bookings } from '../../records/booking/table.ts';
import { outbox } from '../../records/messages/outbox.table.ts';
import { people } from '../../records/people/table.ts';
import {
  addBookingStep,
  buildWorld,
  TestApp,
  type Bookable,
  type World,
} from '../../testing/test-app.ts';
import { addressOf, asOwner, sendBooking } from '../../testing/booking-world.ts';

/** How fast leads hear from a client, how many book, and how many miss it: counted by hand beside. */
let app: TestApp;
let world: World;
let step: Bookable;
const api = asOwner(() => app);
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  step = await addBookingStep(app, world, { notice: 0 });
});
afterAll(() => app.stop());

const rates = async (days: number) =>
  (await api('GET', `/api/clients/${world.client.id}/lead-rates?days=${days}`)).json<LeadRates>();
const idOf = async (name: string) => {
  const [row] = await app.database.db
    .select({ id: people.id })
    .from(people)
    .where(eq(people.email, addressOf(name)));
  return row!.id;
};
const write = async (name: string, utm: string) => {
  await app.site('POST', `/first-visit?utm_source=${utm}`, {
    form: { _form: world.formBlock, name, email: addressOf(name), phone: '' },
  });
};
const book = (name: string, start: string) => sendBooking(app, step, name, start);

it('says nothing of nothing', async () =>
  expect(await rates(30)).toMatchObject({
    leads: 0,
    answered: 0,
    medianSeconds: null,
    sources: [],
  }));

it('counts leads, their first message, bookings and those that were missed, by source', async () => {
  for (const name of ['Ana', 'Bo', 'Cy', 'Dee']) await write(name, 'x');
  const slots = ['Ana', 'Bo', 'Cy'].map((_, index) => `2026-11-06T1${5 + index}:00:00Z`);
  await book('Ana', slots[0]!);
  await book('Bo', slots[1]!);
  await book('Cy', slots[2]!);
  await app.settle();
  const { db } = app.database;
  const [ofBo] = await db
    .select()
    .from(bookings)
    .where(eq(bookings.personId, await idOf('Bo')));
  await api('POST', `/api/bookings/${ofBo!.id}/cancel`);
  await app.move('P2D');
  const [ofAna] = await db
    .select()
    .from(bookings)
    .where(eq(bookings.personId, await idOf('Ana')));
  await api('POST', `/api/bookings/${ofAna!.id}/mark`, { as: 'missed' });
  // The first messages left 10, 20 and 60 seconds after; the fourth lead got none.
  for (const [name, seconds] of [
    ['Ana', 10],
    ['Bo', 20],
    ['Cy', 60],
  ] as const) {
    const id = await idOf(name);
    const [person] = await db.select().from(people).where(eq(people.id, id));
    await db
      .update(outbox)
      .set({ sentAt: person!.addedAt.add({ seconds }) })
      .where(eq(outbox.personId, id));
  }
  await db.delete(outbox).where(eq(outbox.personId, await idOf('Dee')));
  const counts = { leads: 4, booked: 2, came: 0, missed: 1, unknown: 1 };
  const found = await rates(30);
  expect(found).toMatchObject({ ...counts, answered: 3, medianSeconds: 20 });
  expect(found.sources).toEqual([{ source: 'X', ...counts }]);
  // Both leads and bookings fall out of the time.
  await app.move('P20D');
  expect(await rates(7)).toMatchObject({ leads: 0, came: 0, missed: 0, unknown: 0 });
});
