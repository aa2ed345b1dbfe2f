import type { Answered, api as endpoints, ClientSheet } from '@plumgate/contract';
import type { ClientId, PageId } from '@plumgate/core/basics';
import { asOwner } from '../../testing/booking-world.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { addToDays } from './count-visits.ts';

/** What a client's pages are held against. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

/** Another client whose first page so many saw, and so many of them wrote. */
async function addClient(slug: string, trade: string, visitors: number, converted: number) {
  const made = await api('POST', '/api/clients', { name: slug, slug, zone: 'America/New_York' });
  const { id, name, facts } = made.json<ClientSheet>();
  await api('PUT', `/api/clients/${id}/facts`, { name, facts: { ...facts, trade } });
  const funnel = await api('POST', `/api/clients/${id}/funnels`, { name: 'A' });
  const { funnelId } = funnel.json<{ funnelId: string }>();
  const { steps } = (await api('GET', `/api/funnels/${funnelId}/path`)).json<{
    steps: { pageId: PageId }[];
  }>();
  const day = { day: '2026-11-04', source: 'Direct', device: 'phone' as const };
  await addToDays(
    app.database.db,
    steps.map(({ pageId }) => ({
      ...{ ...day, clientId: id as ClientId, pageId, views: visitors, visitors, leads: 0 },
      converted,
    })),
  );
}
const benchmark = async () =>
  (
    await api('GET', `/api/clients/${world.client.id}/benchmark?from=2026-11-01&to=2026-11-30`)
  ).json<Answered<typeof endpoints.getBenchmark>>();

it('is the rate of the other clients of the trade together, and told of two at least', async () => {
  const { name, facts } = world.client;
  await api('PUT', `/api/clients/${world.client.id}/facts`, {
    ...{ name, facts: { ...facts, trade: 'Dentist' } },
  });
  await addClient('harbor', 'dentist', 60, 15);
  await addClient('ledge', 'Roofer', 500, 400);
  expect(await benchmark()).toEqual({
    ...{ trade: 'Dentist', others: 1, visitors: 0, conversions: 0, rate: null },
  });
  await addClient('cove', 'Dentist', 40, 5);
  // Second steps of funnels don't count somebody twice.
  expect(await benchmark()).toMatchObject({
    ...{ others: 2, visitors: 100, conversions: 20, rate: { value: 0.2 } },
  });
});

it('is none where nobody said what the client’s trade is', async () => {
  expect(await benchmark()).toMatchObject({ trade: '', others: 0, rate: null });
});
