import type { Answered, api as endpoints, EditorPage } from '@plumgate/contract';
import { asOwner } from '../../testing/booking-world.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

/** What happened on the days of results. The test begins on 5 November, when the pages were published. */
let app: TestApp;
let world: World;
const api = asOwner(() => app);
beforeEach(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterEach(() => app.stop());

const path = () => `/api/clients/${world.client.id}/result-notes`;
const notes = async (days = 'from=2026-11-01&to=2026-11-30') =>
  (await api('GET', `${path()}?${days}`))
    .json<Answered<typeof endpoints.getResultNotes>>()
    .notes.map(({ day, kind, words }) => [day, kind, words]);

it('tells what was published and tested, and what somebody wrote down, by the client’s own days', async () => {
  await app.move('P1D');
  const added = await api('POST', path(), { day: '2026-11-05', words: 'Search ads paused' });
  const made = await api('POST', `/api/pages/${world.first.pageId}/tests`, { hypothesis: 'Calm' });
  const { testId } = made.json<{ testId: string }>();
  await api('POST', `/api/tests/${testId}/start`);
  await app.move('P1D');
  await api('POST', `/api/tests/${testId}/end`);
  const { version } = (await api('GET', `/api/pages/${world.first.pageId}`)).json<EditorPage>();
  await api('POST', `/api/pages/${world.first.pageId}/publish`, { version });
  expect(await notes()).toEqual([
    ['2026-11-05', 'own', 'Search ads paused'],
    ['2026-11-05', 'published', 'First visit, Thank you'],
    ['2026-11-06', 'test-begun', 'Calm'],
    ['2026-11-07', 'published', 'First visit'],
    ['2026-11-07', 'test-ended', 'Calm'],
  ]);
  expect(await notes('from=2026-11-06&to=2026-11-06')).toEqual([
    ['2026-11-06', 'test-begun', 'Calm'],
  ]);
  const { noteId } = added.json<{ noteId: string }>();
  expect((await api('DELETE', `/api/result-notes/${noteId}`)).statusCode).toBe(200);
  expect((await api('DELETE', `/api/result-notes/${noteId}`)).statusCode).toBe(404);
  for (const bad of [
    { day: '2026-11-31', words: 'A' },
    { day: '2026-11-05', words: ' ' },
  ])
    expect((await api('POST', path(), bad)).statusCode).toBe(400);
});
