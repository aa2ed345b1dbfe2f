import type { PersonSummary } from '@plumgate/contract';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  for (let n = 0; n < 7; n++) {
    await app.site('POST', '/first-visit', {
      form: {
        name: `Person ${n} O’Neil_${n}`,
        email: `p${n}@example.com`,
        phone: `(207) 555-010${n}`,
      },
    });
  }
});
afterAll(() => app.stop());

const list = async (query: string) =>
  (
    await app.api(
      'GET',
      `/api/clients/${world.client.id}/people?${query}`,
      undefined,
      'owner@example.com',
    )
  ).json<{ people: PersonSummary[]; total: number; next: string | null }>();

it('pages through everybody once, also where many came at the same moment', async () => {
  const seen: string[] = [];
  let after = '';
  for (;;) {
    const page = await list(`limit=3${after && `&after=${after}`}`);
    seen.push(...page.people.map(({ email }) => email));
    if (!page.next) break;
    after = page.next;
  }
  expect(seen.toSorted()).toEqual([0, 1, 2, 3, 4, 5, 6].map((n) => `p${n}@example.com`));
});

it.each([
  ['p3@example.com', 1],
  ['P3@EXAMPLE', 1],
  ['555-0104', 1],
  ['+12075550104', 1],
  ['first-visit', 7],
  ['first-visit p5@', 1],
  ['neil_5', 1],
  ['%', 0],
  ['nobody', 0],
])('search %j finds %d', async (search, count) => {
  expect((await list(`search=${encodeURIComponent(search)}`)).total).toBe(count);
});
