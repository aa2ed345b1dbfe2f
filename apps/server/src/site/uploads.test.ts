import type { Answered, api, PersonRecord } from '@plumgate/contract';
import { newQuestion, uploadsIn } from '@plumgate/core/forms';
import sharp from 'sharp';
import { FileStore } from '../platform/files/file-store.ts';
import { Housekeeping } from '../platform/housekeeping.ts';
import { buildWorld, publishForm, TestApp, type World } from '../testing/test-app.ts';

let app: TestApp;
let world: World;
let picture: Buffer;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  await app.signIn('desk@example.com');
  await publishForm(app, world, { questions });
  picture = await sharp({ create: { width: 20, height: 20, channels: 3, background: '#963' } })
    .png()
    .toBuffer();
});
afterAll(() => app.stop());

const questions = [
  newQuestion('full-name', 'q1', { key: 'name' }),
  newQuestion('email', 'q2', { key: 'email', required: true }),
  newQuestion('file', 'q3', {
    key: 'roof',
    label: 'Photos of the roof',
    required: true,
    upload: { takes: 'pictures', most: 2, megabytes: 1 },
  }),
  newQuestion('file', 'q4', {
    key: 'plan',
    upload: { takes: 'documents', most: 3, megabytes: 1 },
  }),
];
const pdf = Buffer.from('%PDF-1.7\n1 0 obj\n<<>>\nendobj\ntrailer\n<<>>\n%%EOF\n');

type Sent = [field: string, content: Buffer | string, name?: string];
/** Sends a form as RFC 7578 has it, as browsers do. */
async function send(parts: Sent[], { json = true, headers = {} as Record<string, string> } = {}) {
  const data = new FormData();
  for (const [field, content, name] of parts)
    if (name === undefined) data.append(field, String(content));
    else data.append(field, new Blob([content as never]), name);
  const request = new Response(data);
  return app.site('POST', '/first-visit', {
    payload: Buffer.from(await request.arrayBuffer()),
    headers: {
      'content-type': request.headers.get('content-type')!,
      ...(json && { accept: 'application/json' }),
      ...headers,
    },
  });
}
interface Answer {
  problems?: { field: string; message: string }[];
  files?: Record<string, string>;
  next?: string;
}
const who = (email: string): Sent[] => [
  ['name', 'Ana Okafor'],
  ['email', email],
];
const record = async (email: string): Promise<PersonRecord> => {
  const list = await app.api(
    'GET',
    `/api/clients/${world.client.id}/people?search=${email}`,
    undefined,
    'desk@example.com',
  );
  const [person] = list.json<Answered<typeof api.listPeople>>().people;
  return (
    await app.api('GET', `/api/people/${person!.id}`, undefined, 'desk@example.com')
  ).json<PersonRecord>();
};
const download = (id: string, as?: string) => app.api('GET', `/api/uploads/${id}`, undefined, as);

it('files come with a form, and are saved by whoever is signed in for the client', async () => {
  const answer = await send([
    ...who('ana@example.com'),
    ['roof', picture, '../../etc/Dach "süd".png'],
    ['plan', pdf, 'plan.pdf'],
    ['plan', 'Just words.', 'notes.txt'],
  ]);
  expect(answer.json<Answer>().next).toBeTruthy();
  const { files, timeline } = await record('ana@example.com');
  expect(files.map(({ name, bytes }) => [name, bytes]).sort()).toEqual([
    ['Dach süd.png', picture.length],
    ['notes.txt', 11],
    ['plan.pdf', pdf.length],
  ]);
  const submitted = timeline.find(({ answers }) => answers.length > 0)!;
  expect(submitted.answers).toContainEqual({
    question: 'Photos of the roof',
    answer: 'Dach süd.png',
  });
  const roof = files.find(({ name }) => name.endsWith('.png'))!;
  const saved = await download(roof.upload, 'desk@example.com');
  expect(saved.rawPayload.equals(picture)).toBe(true);
  expect(saved.headers).toMatchObject({
    'content-type': 'application/octet-stream',
    'content-disposition': expect.stringMatching(
      /^attachment;.*filename\*=UTF-8''Dach%20s%C3%BCd\.png$/,
    ),
    'x-content-type-options': 'nosniff',
  });
  expect((await download(roof.upload)).statusCode).toBe(401);
  const listed = await app.api(
    'GET',
    `/api/clients/${world.client.id}/submissions?search=ana`,
    undefined,
    'desk@example.com',
  );
  expect(
    listed.json<Answered<typeof api.listSubmissions>>().submissions[0]!.answers,
  ).toContainEqual(
    expect.objectContaining({
      key: 'roof',
      values: ['Dach süd.png'],
      files: [expect.objectContaining({ upload: roof.upload })],
    }),
  );
});

it.each<[string, Sent[], string, RegExp]>([
  ['a text called a picture', [['roof', 'Not a picture.', 'a.png']], 'roof', /type/],
  [
    'a program called a document',
    [['plan', Buffer.from('MZ\0\0\x01\x02\x03'), 'a.pdf']],
    'plan',
    /type/,
  ],
  [
    'a page of script called a picture',
    [['roof', '<svg onload="alert(1)"/>', 'a.svg']],
    'roof',
    /type/,
  ],
  ['nothing in it', [['roof', '', 'empty.png']], 'roof', /empty/],
  ['more than a megabyte', [['plan', Buffer.alloc(2 ** 20 + 1, 'a'), 'long.txt']], 'plan', /1 MB/],
  [
    'three where two are asked for',
    Array.from({ length: 3 }, (_, at): Sent => ['roof', 'x', `${at}.png`]),
    'roof',
    /at most 2/,
  ],
  [
    'a hundred',
    Array.from({ length: 100 }, (_, at): Sent => ['plan', 'x', `${at}.txt`]),
    'plan',
    /at most 3/,
  ],
  ['a question that takes none', [['name', 'x', 'a.txt']], 'name', /\w/],
])('refuses %s, and says so where it was sent', async (_what, sent, field, words) => {
  const answer = await send([...who('bo@example.com'), ...sent]);
  expect(answer.statusCode).toBe(422);
  const { problems } = answer.json<Answer>();
  expect(problems!.find((one) => one.field === field)!.message).toMatch(words);
});

it('a form that comes back has its files with it, with and without script', async () => {
  const first = await send([
    ['name', 'Cy'],
    ['roof', picture, 'one.png'],
  ]);
  const { problems, files } = first.json<Answer>();
  expect(problems!.map(({ field }) => field)).toEqual(['email']);
  const kept = files!.roof!;
  expect(uploadsIn(kept)).toMatchObject([{ name: 'one.png' }]);
  const page = await send(
    [
      ['name', 'Cy'],
      ['roof', kept],
    ],
    { json: false },
  );
  expect(page.statusCode).toBe(422);
  expect(page.body).toContain('<li>one.png</li>');
  const last = await send([...who('cy@example.com'), ['roof', kept], ['roof', picture, 'two.png']]);
  expect(last.json<Answer>().next).toBeTruthy();
  expect((await record('cy@example.com')).files.map(({ name }) => name).sort()).toEqual([
    'one.png',
    'two.png',
  ]);
});

it.each([
  ['another question’s', (line: string): Sent => ['plan', line]],
  [
    'somebody’s own',
    (line: string): Sent => ['roof', line.replace(/"seal":"[^"]*"/, '"seal":"x.y"')],
  ],
  ['one without a seal', (line: string): Sent => ['roof', line.replace(/,"seal":"[^"]*"/, '')]],
])('a file of before is only taken with its own seal: %s is not', async (_what, forged) => {
  const first = await send([
    ['name', 'Dee'],
    ['roof', picture, 'one.png'],
  ]);
  const kept = first.json<Answer>().files!.roof!;
  const answer = await send([...who('dee@example.com'), forged(kept)]);
  expect(answer.json<Answer>().problems!.map(({ field }) => field)).toEqual(['roof']);
});

it('what nobody finished is deleted after a day, what was sent stays', async () => {
  const first = await send([
    ['name', 'Eve'],
    ['roof', picture, 'gone.png'],
  ]);
  const [gone] = uploadsIn(first.json<Answer>().files!.roof!);
  const [ana] = (await record('ana@example.com')).files;
  app.clock.moveTo(app.clock.now().add({ hours: 25 }));
  await app.get(Housekeeping).tidy();
  const store = app.get(FileStore);
  expect(await store.read(`uploads/${gone!.upload}`)).toBeNull();
  expect(await store.read(`uploads/${ana!.upload}`)).not.toBeNull();
});

it('junk keeps its files until it is let in, and then they are the person’s', async () => {
  await app.signIn('desk@example.com');
  await send([...who('fay@example.com'), ['_website', 'x'], ['roof', picture, 'junk.png']]);
  const list = await app.api(
    'GET',
    `/api/clients/${world.client.id}/submissions?junk=true`,
    undefined,
    'desk@example.com',
  );
  const [junk] = list.json<Answered<typeof api.listSubmissions>>().submissions;
  app.clock.moveTo(app.clock.now().add({ hours: 25 }));
  await app.signIn('desk@example.com');
  await app.get(Housekeeping).tidy();
  const restored = await app.api(
    'POST',
    `/api/submissions/${junk!.id}/restore`,
    undefined,
    'desk@example.com',
  );
  expect(restored.statusCode).toBe(200);
  const { files } = await record('fay@example.com');
  expect((await download(files[0]!.upload, 'desk@example.com')).rawPayload.equals(picture)).toBe(
    true,
  );
});

it('erased with the person, nothing is left of a file', async () => {
  await app.signIn('owner@example.com');
  const { id, files } = await record('fay@example.com');
  const { binId } = (
    await app.api('DELETE', `/api/people/${id}`, undefined, 'owner@example.com')
  ).json<{ binId: string }>();
  await app.api(
    'DELETE',
    `/api/clients/${world.client.id}/bin/${binId}`,
    undefined,
    'owner@example.com',
  );
  await app.get(Housekeeping).tidy();
  expect(await app.get(FileStore).read(`uploads/${files[0]!.upload}`)).toBeNull();
});

it('the same files sent twice by a doubled press are one submission', async () => {
  const sent: Sent[] = [
    ...who('gil@example.com'),
    ['_once', 'gil-once'],
    ['roof', picture, 'a.png'],
  ];
  const visitor = { cookie: 'unknown=1' };
  await send(sent, { headers: visitor });
  await send(sent, { headers: visitor });
  expect((await record('gil@example.com')).submissions).toBe(1);
});
