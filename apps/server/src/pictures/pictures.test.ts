import type { Picture } from '@plumgate/contract';
import type { ClientId, PictureId } from '@plumgate/core/basics';
import sharp from 'sharp';
import { buildWorld, TestApp, type World } from '../testing/test-app.ts';
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

it('keeps a picture in two widths, never larger than it was', async () => {
  const made = await service().add(clientId(), 'Van', await drawn(2000, 1000).jpeg().toBuffer());
  const sizes = await Promise.all(
    [600, 1200].map(
      async (width) => (await sharp((await service().file(made.id, width))!).metadata()).width,
    ),
  );
  expect(sizes[0]!).toBeLessThan(sizes[1]!);
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
  const { exif, orientation } = await sharp((await service().file(made.id, 640))!).metadata();
  expect([exif, orientation]).toEqual([undefined, undefined]);
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
  [
    'a drawing of more than 60 megapixels',
    () =>
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="20000" height="20000"><rect width="9" height="9"/></svg>',
      ),
  ],
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
  expect(await service().file('00000000-0000-4000-8000-000000000000' as PictureId, 640)).toBeNull();
});
