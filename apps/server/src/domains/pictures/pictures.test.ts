import type { EditorPage, FileSummary, Picture } from '@plumgate/contract';
import { examplePicture, newBand, newBlock, type Draft } from '@plumgate/core/page';
import type { ClientId, PictureId } from '@plumgate/core/basics';
import type { PictureFormat } from '@plumgate/page-kit';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import sharp from 'sharp';
import { CONFIG } from '../../platform/config.ts';
import { buildWorld, TestApp, type World } from '../../testing/test-app.ts';
import { ClientService } from '../clients/client.service.ts';
import { FileService } from './file.service.ts';
import { PictureService } from './picture.service.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const clientId = () => world.client.id as ClientId;
const service = () => app.get(PictureService);
const drawn = (width: number, height: number, colour = '#2F6B3F') =>
  sharp({ create: { width, height, channels: 3, background: colour } });
const problem = (code: string) => expect.objectContaining({ code });

const opened = async (id: PictureId, width: number, format: PictureFormat = 'webp') =>
  sharp((await service().file(id, width, format))!.content).metadata();

it('makes every width and format that is asked for, never larger than it was', async () => {
  const made = await service().add(clientId(), 'Van', await drawn(2000, 1000).jpeg().toBuffer());
  expect((await opened(made.id, 500)).width).toBe(800);
  expect((await opened(made.id, 9999)).width).toBe(1800);
  for (const [format, read] of [
    ['avif', 'heif'],
    ['webp', 'webp'],
    ['jpeg', 'jpeg'],
  ] as const)
    expect((await opened(made.id, 480, format)).format).toBe(read);
  const small = await service().add(clientId(), 'Dot', await drawn(30, 20).png().toBuffer());
  expect([small.width, small.height]).toEqual([30, 20]);
});

it('turns it upright and takes the place data out', async () => {
  const turned = await drawn(40, 20, '#7A2E62')
    .jpeg()
    .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '43/1 39/1 0/1' } })
    .withMetadata({ orientation: 6 })
    .toBuffer();
  const made = await service().add(clientId(), 'Turned', turned);
  expect([made.width, made.height]).toEqual([20, 40]);
  const { exif, orientation } = await opened(made.id, 640);
  expect([exif, orientation]).toEqual([undefined, undefined]);
});

describe('from a web address', () => {
  const fetched = (address: string) => service().addFromAddress(clientId(), address);
  let server: Server;
  beforeAll(async () => {
    const file = await drawn(64, 48, '#7A4E0C').png().toBuffer();
    server = createServer((request, answer) => {
      if (request.url === '/moved.png') answer.writeHead(301, { location: '/van.png' }).end();
      else if (request.url === '/inwards')
        answer.writeHead(302, { location: 'http://10.0.0.1/' }).end();
      else if (request.url === '/van.png') answer.end(file);
      else if (request.url === '/page') answer.end('<!doctype html><p>No picture</p>');
      else answer.writeHead(404).end();
    });
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    const config = app.get<{ outboundAllowed: Set<string> }>(CONFIG as never);
    config.outboundAllowed.add(`127.0.0.1:${port}`);
  });
  afterAll(() => server.close());
  const at = (path: string) => `http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`;

  it('is fetched once and stored as the client’s own, also where it moved', async () => {
    const picture = await fetched(at('/van.png'));
    expect(picture).toMatchObject({ name: 'van', width: 64, height: 48 });
    expect((await fetched(at('/moved.png'))).id).toBe(picture.id);
  });

  it.each([
    ['/inwards', 'not-fetched', /private network/],
    ['/gone.png', 'not-fetched', /it answers 404/],
    ['/page', 'not-a-picture', /./],
  ])('says why not: %s', async (path, code, words) => {
    const error = await fetched(at(path)).catch((problem: unknown) => problem);
    expect(error).toMatchObject({ code });
    expect((error as Error).message).toMatch(words);
  });

  it.each(['van.png', 'ftp://example.com/van.png', 'http://127.0.0.1:9/van.png'])(
    'refuses %s',
    async (address) => expect(fetched(address)).rejects.toEqual(problem('not-fetched')),
  );
});

it('stores the same file once for a client', async () => {
  const file = await drawn(50, 50, '#1D6A70').png().toBuffer();
  const [one, two] = [
    await service().add(clientId(), 'A', file),
    await service().add(clientId(), 'B', file),
  ];
  expect(two.id).toBe(one.id);
});

it.each<[string, () => Promise<Buffer> | Buffer]>([
  ['a text that says it is a picture', () => Buffer.from('GIF89a is what I say')],
  ['half a picture', async () => (await drawn(400, 400).png().toBuffer()).subarray(0, 200)],
  ['nothing', () => Buffer.alloc(0)],
  ['a picture of more than 60 megapixels', () => drawn(9_000, 7_000).png().toBuffer()],
  [
    'a drawing, which is not offered and whose filters can keep a processor for half a minute',
    () =>
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="900" height="900"><filter id="f"><feTurbulence numOctaves="9999"/></filter><rect width="900" height="900" filter="url(#f)"/></svg>',
      ),
  ],
  ['a format that is not offered', () => drawn(40, 40).tiff().toBuffer()],
])('refuses %s, with the reason', async (_what, file) => {
  await expect(service().add(clientId(), 'Bad', await file())).rejects.toEqual(
    problem('not-a-picture'),
  );
});

it('answers on a client’s host by its name, and nothing for another', async () => {
  const { pictures } = (
    await app.api('GET', `/api/clients/${clientId()}/pictures`, undefined, 'owner@example.com')
  ).json<{ pictures: Picture[] }>();
  const found = await app.site('GET', pictures[0]!.src);
  expect([found.statusCode, found.headers['content-type']]).toEqual([200, 'image/webp']);
  for (const path of [
    `/~/pictures/${'0'.repeat(36)}-640.webp`,
    '/~/pictures/../x',
    pictures[0]!.src.replace('.webp', '.png'),
  ])
    expect((await app.site('GET', path)).statusCode).toBe(404);
  expect(
    await service().file('00000000-0000-4000-8000-000000000000' as PictureId, 640, 'webp'),
  ).toBeNull();
});

it('sends an example that comes with the program, and shows it to no visitor', async () => {
  const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com');
  const example = examplePicture('quiet-room');
  const sent = await app.site('GET', `/~/pictures/${example.id}-480.webp`);
  expect([sent.statusCode, (await sharp(sent.rawPayload).metadata()).width]).toEqual([200, 480]);
  const page = (await owner('GET', `/api/pages/${world.first.pageId}`)).json<EditorPage>();
  const draft = page.draft as Draft;
  const beside = newBand('room', [
    { id: 'room-1', share: 1, blocks: [newBlock('picture', 'room-2', { picture: example })] },
    { id: 'room-3', share: 1, blocks: [newBlock('heading', 'room-4', { text: 'A quiet room' })] },
  ]);
  const bands = [...draft.page.bands, beside];
  const saved = await owner('PUT', `/api/pages/${page.pageId}/draft`, {
    version: page.version,
    draft: { ...draft, page: { ...draft.page, bands } },
  });
  expect(saved.statusCode).toBe(200);
  await owner('POST', `/api/pages/${page.pageId}/publish`, { version: page.version + 1 });
  const html = (await app.site('GET', `/${page.slug}`)).body;
  expect(html).toContain('A quiet room');
  expect(html).not.toContain(example.id);
});

it('a fact sheet names no picture of another client', async () => {
  const other = await app
    .get(ClientService)
    .create({ name: 'Gannet Roofing', slug: 'gannet-roofing', zone: 'America/New_York' });
  const { id, width, height } = await service().add(
    other.id as ClientId,
    'Theirs',
    await drawn(60, 40, '#998877').png().toBuffer(),
  );
  const photographs = [{ picture: { id, width, height }, alt: '' }];
  const answer = await app.api(
    'PUT',
    `/api/clients/${clientId()}/facts`,
    { name: world.client.name, facts: { ...world.client.facts, photographs } },
    'owner@example.com',
  );
  expect(answer.statusCode).toBe(400);
  expect(JSON.stringify(answer.json())).toContain('photographs');
});

it('is replaced on every page at once, under an address that no browser has kept', async () => {
  const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
    app.api(method, url, body, 'owner@example.com');
  const made = await service().add(clientId(), 'Shop', await drawn(900, 600).png().toBuffer());
  const page = (await owner('GET', `/api/pages/${world.first.pageId}`)).json<EditorPage>();
  const draft = page.draft as Draft;
  const { id, width, height } = made;
  const [band, ...rest] = draft.page.bands;
  const block = newBlock('picture', 'shop', { picture: { id, width, height }, alt: 'The shop' });
  const columns = band!.columns.map((column) => ({ ...column, blocks: [...column.blocks, block] }));
  const bands = [{ ...band!, columns: columns.slice(0, 1) }, ...rest];
  await owner('PUT', `/api/pages/${page.pageId}/draft`, {
    version: page.version,
    draft: { ...draft, page: { ...draft.page, bands } },
  });
  await owner('POST', `/api/pages/${page.pageId}/publish`, { version: page.version + 1 });
  const shown = async () => {
    const html = (await app.site('GET', `/${page.slug}`)).body;
    const [tag] = /<img class="picture"[^>]*>/.exec(html)!;
    return { tag, src: /src="([^"]+)"/.exec(tag)![1]! };
  };
  const before = await shown();
  expect(before.tag).toContain('width="900" height="600"');
  expect((await app.site('GET', before.src)).headers['cache-control']).toContain('immutable');
  await service().replace(made.id, await drawn(300, 500, '#123B42').png().toBuffer());
  const after = await shown();
  expect(after.tag).toContain('width="300" height="500"');
  expect(after.src).not.toBe(before.src);
  expect((await app.site('GET', before.src)).headers['cache-control']).toBe('no-cache');
});

it('finds pictures by a part of their name', async () => {
  await service().add(clientId(), '100% linen', await drawn(9, 9, '#ABCDEF').png().toBuffer());
  const names = async (search: string) =>
    (await service().list(clientId(), search)).map(({ name }) => name);
  expect(await names('LINEN')).toEqual(['100% linen']);
  expect(await names('0%')).toEqual(['100% linen']);
  expect(await names('nothing such')).toEqual([]);
});

describe('a file', () => {
  const pdf = Buffer.from('%PDF-1.7\nA made-up guide.');
  const film = Buffer.concat([
    Buffer.from([0, 0, 0, 24]),
    Buffer.from('ftypisom a film of letters'),
  ]);
  const files = () => app.get(FileService);

  it('is what its content says, kept once, and sent for download under its name', async () => {
    const made = await files().add(clientId(), 'Gästeführer.pdf', pdf);
    expect(made).toMatchObject({ type: 'application/pdf', size: pdf.length });
    expect((await files().add(clientId(), 'Again.pdf', pdf)).id).toBe(made.id);
    const sent = await app.site('GET', made.href);
    expect([sent.statusCode, sent.body]).toEqual([200, pdf.toString()]);
    expect(sent.headers['content-disposition']).toContain("filename*=UTF-8''G%C3%A4stef");
    expect(sent.headers['content-security-policy']).toBe('sandbox');
  });
  it.each(['<html>', 'MZ a program', ''])('that is really %j is refused', (content) =>
    expect(files().add(clientId(), 'guide.pdf', Buffer.from(content))).rejects.toEqual(
      problem('not-a-file'),
    ),
  );
  it('plays from the middle', async () => {
    const { href } = (await files().add(clientId(), 'Film', film)) as FileSummary;
    const part = await app.site('GET', href, { headers: { range: 'bytes=4-7' } });
    expect([part.statusCode, part.body, part.headers['content-range']]).toEqual([
      206,
      'ftyp',
      `bytes 4-7/${film.length}`,
    ]);
  });

  // RFC 9110, section 14.1.2 (from memory): "bytes=-5" is the last 5 bytes, "bytes=20-" all from there on.
  it.each<[string | undefined, number, string | undefined]>([
    [undefined, 200, undefined],
    ['bytes=0-4', 206, 'bytes 0-4/30'],
    ['bytes=20-', 206, 'bytes 20-29/30'],
    ['bytes=-5', 206, 'bytes 25-29/30'],
    ['bytes=25-999', 206, 'bytes 25-29/30'],
    ['bytes=999-', 416, 'bytes */30'],
    ['bytes=0-1,5-6', 200, undefined],
    ['lines=1-2', 200, undefined],
  ])('sends the range %j', async (range, status, contentRange) => {
    const { href } = (await files().add(clientId(), 'Film', film)) as FileSummary;
    const sent = await app.site('GET', href, { headers: { ...(range && { range }) } });
    expect([film.length, sent.statusCode, sent.headers['content-range']]).toEqual([
      30,
      status,
      contentRange,
    ]);
  });
});
