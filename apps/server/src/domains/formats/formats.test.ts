import type { EditorPage, FunnelSummary, PathBoard, Picture } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { Bundle } from '@plumgate/core/formats';
import { bindingsOf, blocksOf, newBlock, type Block, type Draft } from '@plumgate/core/page';
import { strFromU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { PictureService } from '../pictures/picture.service.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
let other: ClientId;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
  other = (
    await owner('POST', '/api/clients', { name: 'Other', slug: 'other', zone: 'America/New_York' })
  ).json<{ id: ClientId }>().id;
  const content = await sharp({
    create: { width: 60, height: 40, channels: 3, background: '#1D6A70' },
  })
    .png()
    .toBuffer();
  const { id, width, height } = await app
    .get(PictureService)
    .add(world.client.id as ClientId, 'Crew', content);
  await change((draft) => {
    const [band, ...rest] = draft.page.bands;
    const [column, ...others] = band!.columns;
    const picture = newBlock('picture', 'crew', {
      picture: { id: id as never, width, height },
      alt: 'The crew',
    }) as Block;
    const columns = [{ ...column!, blocks: [...column!.blocks, picture] }, ...others];
    return { ...draft, page: { ...draft.page, bands: [{ ...band!, columns }, ...rest] } };
  });
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const open = async (pageId: string) =>
  (await owner('GET', `/api/pages/${pageId}`)).json<EditorPage>();
async function change(how: (draft: Draft) => Draft): Promise<void> {
  const { version, draft } = await open(world.first.pageId);
  await owner('PUT', `/api/pages/${world.first.pageId}/draft`, {
    version,
    draft: how(draft as Draft),
  });
}
const unzipped = async (url: string) => unzipSync((await owner('GET', url)).rawPayload);
const funnelZip = () => unzipped(`/api/funnels/${world.first.funnel.id}/export`);
const take = (files: Record<string, Uint8Array>, client: string = other) =>
  app.bytes(
    'POST',
    `/api/clients/${client}/imports`,
    Buffer.from(zipSync(files)),
    'owner@example.com',
  );
const pictures = async () =>
  (await owner('GET', `/api/clients/${other}/pictures`)).json<{ pictures: Picture[] }>().pictures;
const funnels = async () =>
  (await owner('GET', `/api/clients/${other}/funnels`)).json<{ funnels: FunnelSummary[] }>()
    .funnels;
/** A bundle with something about it changed. */
async function spoilt(how: (bundle: Bundle) => unknown): Promise<Record<string, Uint8Array>> {
  const files = await funnelZip();
  const bundle = Bundle.parse(JSON.parse(strFromU8(files['plumgate.json']!)));
  return { ...files, 'plumgate.json': Buffer.from(JSON.stringify(how(bundle))) };
}

it('a funnel goes out and comes in for another client with its forms, wires and pictures', async () => {
  const files = await funnelZip();
  expect(Object.keys(files).sort()).toEqual([
    expect.stringMatching(/^pictures\//),
    'plumgate.json',
  ]);
  const { funnelId } = (await take(files)).json<{ funnelId: string }>();
  const path = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<PathBoard>();
  expect(path.funnel.name).toBe('First visit');
  expect(path.steps.map(({ name, state }) => [name, state])).toEqual([
    ['First visit', 'draft'],
    ['Thank you', 'draft'],
  ]);
  const draft = (await open(path.steps[0]!.pageId)).draft as Draft;
  const bound = bindingsOf(draft.page);
  expect(bound.pictures).toEqual((await pictures()).map(({ id }) => id));
  expect(bound.forms).toEqual(Object.keys(draft.forms));
  expect(bound.forms).not.toEqual([world.formId]);
  const kinds = (page: Draft['page']) => blocksOf(page).map(({ kind }) => kind);
  expect(kinds(draft.page)).toEqual(kinds(((await open(world.first.pageId)).draft as Draft).page));
});

it('a page goes out by itself, and comes in as a funnel of one step', async () => {
  const files = await unzipped(`/api/pages/${world.thanks.pageId}/export?as=bundle`);
  const { funnelId } = (await take(files)).json<{ funnelId: string }>();
  const path = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<PathBoard>();
  expect(path.steps).toHaveLength(1);
});

it('a kept template goes out and comes in as a template', async () => {
  const { page, forms } = (await open(world.thanks.pageId)).draft as Draft;
  const { id } = (
    await owner('POST', '/api/templates', {
      kind: 'page',
      name: 'Thanks',
      content: { pages: [{ name: 'Thanks', draft: { page, forms } }] },
    })
  ).json<{ id: string }>();
  const taken = await take(await unzipped(`/api/templates/${id}/export`));
  expect(taken.json()).toEqual({ funnelId: null, templateId: expect.any(String) as string });
});

describe('takes in nothing by halves:', () => {
  it.each<
    [
      string,
      (files: Record<string, Uint8Array>) => Promise<Record<string, Uint8Array>>,
      string,
      RegExp,
    ]
  >([
    [
      'a way out of the zip',
      async (files) => ({ ...files, '../../secrets': files['plumgate.json']! }),
      'zip',
      /no part of a bundle/,
    ],
    [
      'no bundle in it',
      async ({ 'plumgate.json': _gone, ...rest }) => rest,
      'zip',
      /no plumgate\.json/,
    ],
    [
      'a later version',
      () => spoilt((bundle) => ({ ...bundle, version: 2 })),
      'plumgate.json',
      /version 2/,
    ],
    [
      'a picture that did not come along',
      async ({ 'plumgate.json': json }) => ({ 'plumgate.json': json! }),
      'pictures.0',
      /not in the zip/,
    ],
    [
      'a picture that is none',
      async (files) =>
        Object.fromEntries(
          Object.entries(files).map(([name, content]) => [
            name,
            name.startsWith('pictures/') ? Buffer.from('no') : content,
          ]),
        ),
      'pictures.0',
      /not a picture/,
    ],
    [
      'a part of no kind',
      () =>
        spoilt(
          (bundle) =>
            JSON.parse(
              JSON.stringify(bundle).replaceAll('"kind":"heading"', '"kind":"headline"'),
            ) as object,
        ),
      'pages.0.document',
      /./,
    ],
    [
      'a bomb',
      async (files) => ({
        ...files,
        [`files/${'0'.repeat(8)}-0000-4000-8000-000000000001`]: new Uint8Array(90 * 1024 * 1024),
      }),
      'zip',
      /80 MB/,
    ],
  ])('%s', async (_what, spoil, at, message) => {
    const before = [await pictures(), await funnels()];
    const answer = await take(await spoil(await funnelZip()));
    expect(answer.statusCode).toBe(422);
    const problem = answer.json<{ code: string; fields: { field: string; message: string }[] }>();
    expect([problem.code, problem.fields[0]!.field]).toEqual(['not-a-bundle', at]);
    expect(problem.fields[0]!.message).toMatch(message);
    expect([await pictures(), await funnels()]).toEqual(before);
  });

  const uuid = (end: number) => `files/00000000-0000-4000-8000-00000000000${end}`;
  const central = 0x02014b50;
  /** Changes four bytes at a place of every entry of the zip's directory. */
  const withField = (zip: Uint8Array, offset: number, value: number) => {
    const bent = Buffer.from(zip);
    for (let at = 0; at < bent.length - 46; at++)
      if (bent.readUInt32LE(at) === central) bent.writeUInt32LE(value, at + offset);
    return bent;
  };
  const zeros = (megabytes: number) => new Uint8Array(megabytes * 2 ** 20);
  const takeZip = async (zip: Uint8Array) =>
    (
      await app.bytes(
        'POST',
        `/api/clients/${other}/imports`,
        Buffer.from(zip),
        'owner@example.com',
      )
    ).json<{ code: string; detail: string }>();

  // Offsets of the directory's fields as APPNOTE.TXT, section 4.3.12, has them.
  it.each<[string, () => Uint8Array, RegExp]>([
    [
      'a zip that says it is smaller than it is',
      () => withField(zipSync({ [uuid(1)]: zeros(50) }), 24, 100),
      /not what it says/,
    ],
    [
      'a zip that says so and is a bomb',
      () => withField(zipSync({ [uuid(1)]: zeros(90) }), 24, 100),
      /80 MB/,
    ],
    [
      'files that overlap',
      () => withField(zipSync({ [uuid(1)]: zeros(1), [uuid(2)]: zeros(1) }), 42, 0),
      /overlap/,
    ],
    [
      'five thousand files',
      () =>
        zipSync(
          Object.fromEntries(
            Array.from({ length: 5000 }, (_, index) => [`pictures/${index}`, new Uint8Array(0)]),
          ),
        ),
      /300 files/,
    ],
    [
      'JSON of five million levels',
      () => zipSync({ 'plumgate.json': Buffer.from('['.repeat(5_000_000)) }),
      /nested too deeply/,
    ],
  ])('%s', async (_what, zip, message) => {
    const answer = await takeZip(zip());
    expect([answer.code, answer.detail]).toEqual(['not-a-bundle', expect.stringMatching(message)]);
  });

  it('something that is no zip', async () => {
    const answer = await app.bytes(
      'POST',
      `/api/clients/${other}/imports`,
      Buffer.from('PK no'),
      'owner@example.com',
    );
    expect(answer.json()).toMatchObject({ code: 'not-a-bundle' });
  });
});

it('a page as plain HTML finds everything beside it', async () => {
  const files = await unzipped(`/api/pages/${world.first.pageId}/export?as=html`);
  const html = strFromU8(files['index.html']!);
  const asked = [
    ...html.matchAll(/(?:src|srcset|href)="((?:\.\/|pictures\/|files\/|fonts\/)[^"\s]+)/g),
  ].map(([, path]) => path!.replace(/^\.\//, ''));
  expect(asked.length).toBeGreaterThan(2);
  for (const path of asked) expect(Object.keys(files)).toContain(path);
  expect(html).not.toMatch(/(?:src|href|srcset)="\/~/);
  expect(html).toMatch(/<form[^>]*action="http:\/\/quayside\.localhost:\d+\/first-visit"/);
  expect(html).toContain('@font-face');
});
