import type { EditorPage, PathBoard, Picture, TemplateView } from '@plumgate/contract';
import type { ClientId, FormId } from '@plumgate/core/basics';
import { shortForm } from '@plumgate/core/forms';
import {
  bindingsOf,
  emptyPage,
  newBand,
  newBlock,
  type Block,
  type Draft,
} from '@plumgate/core/page';
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
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const formId = '00000000-0000-4000-8000-0000000000f1' as FormId;
const telling = { ...shortForm('Ask', ['q1', 'q2', 'q3']), notify: ['desk@quayside-dental.test'] };
const asking = (...blocks: Block[]): Draft => ({
  page: {
    ...emptyPage('Ask'),
    bands: [
      newBand('b', [{ id: 'c', share: 1, blocks: [newBlock('form', 'f', { formId }), ...blocks] }]),
    ],
  },
  forms: { [formId]: telling },
});
const drawn = async (clientId: ClientId): Promise<Picture> =>
  app.get(PictureService).add(
    clientId,
    'Crew',
    await sharp({ create: { width: 40, height: 30, channels: 3, background: '#1D6A70' } })
      .png()
      .toBuffer(),
  );

it('a funnel from a template is the client’s own: forms and pictures are copies, nobody else is told', async () => {
  const theirs = await drawn(world.client.id as ClientId);
  const { id, width, height } = theirs;
  const draft = asking(newBlock('picture', 'p', { picture: { id, width, height } }) as Block);
  const { id: templateId } = (
    await owner('POST', '/api/templates', {
      kind: 'funnel',
      name: 'Asking',
      content: {
        pages: [
          { name: 'Ask', draft },
          { name: 'Thanks', draft: { page: emptyPage('T'), forms: {} } },
        ],
      },
    })
  ).json<{ id: string }>();
  const { templates } = (await owner('GET', '/api/templates')).json<{
    templates: TemplateView[];
  }>();
  const from = templates.find((one) => one.id === templateId)!.content;
  const { funnelId } = (
    await owner('POST', `/api/clients/${other}/funnels`, { name: 'Ask us', from })
  ).json<{ funnelId: string }>();
  const board = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<PathBoard>();
  expect(board.steps.map(({ name, slug }) => [name, slug])).toEqual([
    ['Ask us', 'ask-us'],
    ['Thanks', 'ask-us-thanks'],
  ]);
  const made = (await owner('GET', `/api/pages/${board.steps[0]!.pageId}`)).json<EditorPage>();
  const bound = bindingsOf((made.draft as Draft).page);
  expect(bound.forms).not.toContain(formId);
  expect(Object.values((made.draft as Draft).forms)).toEqual([{ ...telling, notify: [] }]);
  expect(bound.pictures).not.toContain(theirs.id);
  const own = (await owner('GET', `/api/clients/${other}/pictures`)).json<{
    pictures: Picture[];
  }>();
  expect(own.pictures.map((picture) => picture.id)).toEqual(bound.pictures);
  expect((await app.site('GET', own.pictures[0]!.src, { client: 'other' })).statusCode).toBe(200);
});

it('parts brought over within a client keep their forms, and a second time copies no picture again', async () => {
  const draft = asking();
  const twice = await Promise.all(
    [1, 2].map(async () =>
      (
        await owner('POST', `/api/clients/${other}/copies`, {
          parts: draft.page.bands,
          forms: draft.forms,
        })
      ).json<{ parts: Draft['page']['bands']; forms: Draft['forms'] }>(),
    ),
  );
  const [first] = twice;
  const again = (
    await owner('POST', `/api/clients/${other}/copies`, {
      parts: first!.parts,
      forms: first!.forms,
    })
  ).json<typeof first>();
  expect(again).toEqual(first);
  const theirs = await drawn(world.client.id as ClientId);
  const { id, width, height } = theirs;
  const parts = [newBlock('picture', 'p', { picture: { id, width, height } })];
  const bring = async () =>
    (await owner('POST', `/api/clients/${other}/copies`, { parts, forms: {} })).json<{
      parts: { picture: { id: string } }[];
    }>().parts[0]!.picture.id;
  expect(await bring()).toBe(await bring());
});

it.each([
  ['a form that did not come along', { parts: asking().page.bands, forms: {} }, 400],
  ['nothing at all', {}, 400],
])('refuses %s', async (_what, body, status) =>
  expect((await owner('POST', `/api/clients/${other}/copies`, body)).statusCode).toBe(status),
);

it('refuses a template that is no page, and forgets one that is removed', async () => {
  const keep = (draft: object) =>
    owner('POST', '/api/templates', {
      kind: 'page',
      name: 'X',
      content: { pages: [{ name: 'X', draft }] },
    });
  expect((await keep({ page: { version: 2 }, forms: {} })).statusCode).toBe(400);
  const { id } = (await keep({ page: emptyPage('X'), forms: {} })).json<{ id: string }>();
  expect((await owner('DELETE', `/api/templates/${id}`)).statusCode).toBe(200);
  expect((await owner('DELETE', `/api/templates/${id}`)).statusCode).toBe(404);
});

it('a form from elsewhere tells the client it comes to, but a booking’s leaves that to the calendar', async () => {
  const booking = '00000000-0000-4000-8000-0000000000f2' as FormId;
  const draft = asking(newBlock('booking', 'times', { formId: booking }) as Block);
  const { forms } = (
    await owner('POST', `/api/clients/${world.client.id}/copies`, {
      parts: draft.page.bands,
      forms: {
        [formId]: { ...telling, notify: ['elsewhere@example.com'] },
        [booking]: { ...telling, name: 'Choose a time' },
      },
    })
  ).json<{ forms: Draft['forms'] }>();
  const told = Object.values(forms).map(({ name, notify }) => [name, notify]);
  expect(told.sort()).toEqual([
    ['Ask', ['desk@quayside-dental.test']],
    ['Choose a time', []],
  ]);
});
