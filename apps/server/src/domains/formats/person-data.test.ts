import { emailFromText } from '@plumgate/core/emails';
import type { Answered, api, PersonRecord } from '@plumgate/contract';
import { eq } from 'drizzle-orm';
import { peopleIndex } from '../../records/people/people-index.table.ts';
import { Receiving } from '../inbox/receiving.service.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { RetentionService } from '../people/retention.service.ts';
import { Housekeeping } from '../../platform/housekeeping.ts';
import { anyNames, unpack } from './zip.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const ofClient = (path: string) => `/api/clients/${world.client.id}${path}`;
async function come(email: string): Promise<string> {
  await app.site('POST', '/first-visit', {
    form: { name: 'Ana Orr', email, phone: '207 555 0143' },
  });
  await app.settle();
  const found = await owner('GET', ofClient(`/people?search=${email}`));
  return found.json<Answered<typeof api.listPeople>>().people[0]!.id;
}
const erasures = async (contact = '') =>
  (await owner('POST', ofClient('/erasures/query'), { contact })).json<
    Answered<typeof api.queryErasures>
  >().erasures;

it('gives one person all that is kept of them, with the words that they were sent', async () => {
  const id = await come('ana@example.com');
  await owner('POST', `/api/people/${id}/messages`, {
    id: '00000000-0000-4000-8000-000000000001',
    message: {
      kind: 'email',
      ...emailFromText({ subject: 'Tuesday', body: 'Dear {{ person.first_name }}, at nine?' }),
    },
  });
  await app.settle();
  await app.get(Receiving).email({
    ...{ id: 'mail-1', from: 'ana@example.com', fromName: 'Ana', thread: [], isAutomatic: false },
    ...{ to: ['quayside@plumgate.test'], subject: 'Re: Tuesday', text: 'At nine it is.' },
  });
  const zip = await owner('GET', `/api/people/${id}/data.zip`);
  expect(zip.headers['content-disposition']).toBe('attachment; filename="ana-orr.zip"');
  const files = await unpack(zip.rawPayload, anyNames);
  const data = JSON.parse(Buffer.from(files['data.json']!).toString()) as PersonRecord & {
    messages: { subject: string; text: string }[];
    wrote: { text: string }[];
  };
  expect(data.wrote).toMatchObject([{ as: 'email', text: 'At nine it is.' }]);
  expect(data).toMatchObject({ email: 'ana@example.com', firstName: 'Ana' });
  expect(data.timeline.map(({ text }) => text)).toContain('Sent email “Tuesday”');
  expect(data.messages.find(({ subject }) => subject === 'Tuesday')!.text).toContain(
    'Dear Ana, at nine?',
  );
});

it('proves that somebody was erased, without a word of who', async () => {
  const id = await come('bo@example.com');
  const removed = await owner('DELETE', `/api/people/${id}`);
  const { binId } = removed.json<{ binId: string }>();
  expect(await erasures('bo@example.com')).toEqual([]);
  expect((await owner('DELETE', ofClient(`/bin/${binId}`))).statusCode).toBe(200);
  const [proof] = await erasures('Bo@Example.com');
  expect(proof).toMatchObject({
    ...{ how: 'erased', because: 'deleted by Oriel' },
    counts: { submissions: 1, bookings: 0, files: 0 },
  });
  expect(proof!.counts.messages).toBeGreaterThan(0);
  expect(await erasures('(207) 555-0143')).toHaveLength(1);
  expect(await erasures('somebody@example.com')).toEqual([]);
  const { rows } = await app.database.pool.query('select * from erasure_proofs');
  expect(JSON.stringify(rows)).not.toMatch(/bo@example|5550143|Ana|Orr/i);
});

it('proves that somebody was made anonymous, and finds them by no search', async () => {
  const id = await come('cy@example.com');
  await app.get(RetentionService).set(world.client.id as never, { months: 6, how: 'anonymize' });
  for (const days of [200, 20]) {
    app.clock.moveTo(app.clock.now().add({ hours: 24 * days }));
    await app.get(Housekeeping).tidy();
  }
  await app.signIn('owner@example.com');
  expect((await erasures('cy@example.com'))[0]).toMatchObject({ how: 'made-anonymous' });
  const [row] = await app.database.db
    .select()
    .from(peopleIndex)
    .where(eq(peopleIndex.personId, id as never));
  expect(row?.searchText ?? '').not.toMatch(/cy|ana/i);
});
