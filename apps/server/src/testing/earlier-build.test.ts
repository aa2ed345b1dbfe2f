import type { ClientSheet, EditorPage, SequenceView } from '@plumgate/contract';
import type { BookingId } from '@plumgate/core/basics';
import { eq } from 'drizzle-orm';
import { BookingService } from '../domains/booking/booking.service.ts';
import { bookings } from '../records/booking/table.ts';
import { sequenceRuns } from '../records/followup/table.ts';
import { TestApp } from './test-app.ts';
import { seesAll } from '../records/accounts/users-of.ts';

/** Data that an earlier build left behind is opened by every later one, with everything that was in it. */
let app: TestApp;
beforeAll(async () => {
  app = await TestApp.start({}, { byEarlierBuild: true });
  await app.signIn('owner@example.com');
});
afterAll(() => app.stop());

const get = async <Answer>(url: string) => {
  const answer = await app.api('GET', url, undefined, 'owner@example.com');
  expect([url, answer.statusCode]).toEqual([url, 200]);
  return answer.json<Answer>();
};
const client = async () => (await get<{ clients: ClientSheet[] }>('/api/clients')).clients[0]!;

it('reads the fact sheet, and the license under its present name', async () => {
  const { id } = await client();
  const { facts } = await get<ClientSheet>(`/api/clients/${id}`);
  expect(facts).toMatchObject({ town: 'Port Alder', license: 'Maine dental practice DP-4471' });
});

it('shows the pages that were live, and takes their forms', async () => {
  const { id } = await client();
  const { pages } = await get<{ pages: { pageId: string; slug: string }[] }>(
    `/api/clients/${id}/pages`,
  );
  for (const { pageId, slug } of pages) {
    await get<EditorPage>(`/api/pages/${pageId}`);
    expect([slug, (await app.site('GET', `/${slug}`)).statusCode]).toEqual([slug, 200]);
  }
  expect(pages).toHaveLength(2);
});

it('gives each booking of a sequence a run of its own from now on, and keeps the one there is', async () => {
  const { id } = await client();
  const { sequences } = await get<{ sequences: SequenceView[] }>(`/api/clients/${id}/sequences`);
  expect(sequences[0]!.content.event).toEqual({ kind: 'booking', calendar: null, each: true });
  const [booking] = await app.database.db.select().from(bookings);
  const [run] = await app.database.db
    .select()
    .from(sequenceRuns)
    .where(eq(sequenceRuns.bookingId, booking!.id));
  expect(run).toMatchObject({ state: 'running', occasion: booking!.id, onlyFromEvent: false });
  const later = booking!.startsAt.add({ hours: 24 * 7 });
  await app.get(BookingService).move(booking!.id as BookingId, later, 'business', seesAll);
});

it('lists people, messages and approval links as they were', async () => {
  const { id } = await client();
  const { people } = await get<{ people: { id: string; email: string }[] }>(
    `/api/clients/${id}/people`,
  );
  expect(people.map(({ email }) => email).sort()).toEqual(['ana@example.com', 'ben@example.com']);
  for (const person of people) await get(`/api/people/${person.id}`);
  const { funnels } = await get<{ funnels: { id: string }[] }>(`/api/clients/${id}/funnels`);
  const { approvals } = await get<{ approvals: object[] }>(
    `/api/funnels/${funnels[0]!.id}/approvals`,
  );
  expect(approvals).toHaveLength(1);
  await get(`/api/clients/${id}/messages`);
});
