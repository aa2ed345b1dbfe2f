import type {
  CalendarView,
  ClientSheet,
  EditorPage,
  PathBoard,
  RevisionView,
} from '@plumgate/contract';
import type { Brand } from '@plumgate/core/brand';
import { blocksOf, newBlock, type Draft } from '@plumgate/core/page';
import { addBookingStep, buildWorld, TestApp, type World } from '../../testing/test-app.ts';

let app: TestApp;
let world: World;
beforeAll(async () => {
  app = await TestApp.start();
  world = await buildWorld(app);
});
afterAll(() => app.stop());

const owner = (method: 'GET' | 'POST' | 'PUT', url: string, body?: object) =>
  app.api(method, url, body, 'owner@example.com');
const open = async (id: string) => (await owner('GET', `/api/pages/${id}`)).json<EditorPage>();
const keep = (page: EditorPage, draft: Draft) =>
  owner('PUT', `/api/pages/${page.pageId}/draft`, { version: page.version, draft });
const publish = async (id: string) =>
  owner('POST', `/api/pages/${id}/publish`, { version: (await open(id)).version });
const draftOf = (page: EditorPage) => page.draft as Draft;
const withTitle = (draft: Draft, title: string): Draft => ({
  ...draft,
  page: { ...draft.page, title },
});
const shown = async () => (await app.site('GET', `/${world.first.slug}`)).body;

describe('drafts', () => {
  it('keep themselves, and the live page stays until it is published', async () => {
    const page = await open(world.first.pageId);
    expect(page.state).toBe('live');
    const kept = await keep(page, withTitle(draftOf(page), 'Another title'));
    expect(kept.json()).toMatchObject({ version: page.version + 1, state: 'changed' });
    expect(await shown()).not.toContain('<title>Another title</title>');
    expect((await publish(page.pageId)).json()).toMatchObject({ state: 'live' });
    expect(await shown()).toContain('<title>Another title</title>');
  });

  it('have nothing to publish once they are again just what visitors see', async () => {
    await publish(world.first.pageId);
    const page = await open(world.first.pageId);
    expect((await keep(page, withTitle(draftOf(page), 'Tried'))).json()).toMatchObject({
      state: 'changed',
    });
    const back = await keep(await open(page.pageId), draftOf(page));
    expect(back.json()).toMatchObject({ state: 'live' });
    expect((await open(page.pageId)).state).toBe('live');
  });

  it('have something to publish after a change of the brand or the fact sheet, and what was live is known with both', async () => {
    const { id, name } = world.client;
    const { brand, facts } = (await owner('GET', `/api/clients/${id}`)).json<ClientSheet>();
    const page = await open(world.first.pageId);
    const revisions = (await owner('GET', `/api/pages/${page.pageId}/revisions`)).json<{
      revisions: RevisionView[];
    }>().revisions;
    const { revisionId } = revisions.find(({ isLive }) => isLive)!;
    const other = { ...brand, colours: { ...brand.colours, action: '#8A2B5C' } };
    await owner('PUT', `/api/clients/${id}/brand`, other);
    expect((await open(page.pageId)).state).toBe('changed');
    // The draft alone does not make it live again: the brand is another.
    expect((await keep(page, draftOf(page))).json()).toMatchObject({ state: 'changed' });
    expect(await shown()).not.toContain('#8A2B5C');
    await publish(page.pageId);
    expect(await shown()).toContain('#8A2B5C');
    const was = (await owner('GET', `/api/pages/${page.pageId}/revisions/${revisionId}`)).json<{
      client: { brand: Brand };
    }>();
    expect(was.client.brand).toEqual(brand);

    await owner('PUT', `/api/clients/${id}/facts`, {
      name,
      facts: { ...facts, phone: '(207) 555-0199' },
    });
    expect((await open(page.pageId)).state).toBe('changed');
    await publish(page.pageId);
    // Kept as it was: nothing changes, and nothing is to be published.
    await owner('PUT', `/api/clients/${id}/brand`, other);
    expect((await open(page.pageId)).state).toBe('live');
  });

  it('refuse what was made from an older version, and keep what is there', async () => {
    const page = await open(world.first.pageId);
    await keep(page, withTitle(draftOf(page), 'First'));
    expect((await keep(page, withTitle(draftOf(page), 'Second'))).json()).toMatchObject({
      code: 'changed-elsewhere',
    });
    expect(draftOf(await open(world.first.pageId)).page.title).toBe('First');
  });

  it.each<[string, (draft: Draft) => unknown]>([
    ['a document that is none', () => ({ page: { bands: 'x' }, forms: {} })],
    [
      'two parts of one id',
      (draft) => ({
        ...draft,
        page: { ...draft.page, bands: [draft.page.bands[0], draft.page.bands[0]] },
      }),
    ],
    ['a form that is not here', (draft) => ({ ...draft, forms: {} })],
    [
      'an address that runs script',
      (draft) => {
        const [band, ...rest] = draft.page.bands;
        const block = newBlock('button', 'bad', {
          action: { kind: 'address', href: 'javascript:alert(1)' },
        });
        return {
          ...draft,
          page: {
            ...draft.page,
            bands: [{ ...band!, columns: [{ ...band!.columns[0]!, blocks: [block] }] }, ...rest],
          },
        };
      },
    ],
  ])('refuse %s', async (_what, change) => {
    const page = await open(world.first.pageId);
    const answer = await keep(page, change(draftOf(page)) as Draft);
    expect(answer.json()).toMatchObject({ status: 400, code: 'bad-request' });
    expect((await open(world.first.pageId)).version).toBe(page.version);
  });

  it('of one client do not take another’s form', async () => {
    const other = (
      await owner('POST', '/api/clients', { name: 'Other', slug: 'other-one', zone: 'UTC' })
    ).json<{ id: string }>();
    const { funnelId } = (
      await owner('POST', `/api/clients/${other.id}/funnels`, { name: 'Theirs' })
    ).json<{ funnelId: string }>();
    const board = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<PathBoard>();
    const theirs = await open(board.steps[0]!.pageId);
    const ours = await open(world.first.pageId);
    const answer = await keep(theirs, { ...draftOf(ours) });
    expect(answer.json<{ detail: string }>().detail).toContain('belongs to another client');
  });
});

describe('publishing', () => {
  it('says what is missing, and changes nothing', async () => {
    const page = await open(world.thanks.pageId);
    await keep(page, { page: { ...draftOf(page).page, title: ' ' }, forms: {} });
    expect((await publish(page.pageId)).json()).toMatchObject({
      code: 'not-publishable',
      detail: expect.stringContaining('The page has no title.') as string,
    });
    expect((await open(page.pageId)).state).toBe('changed');
    await keep(await open(page.pageId), draftOf(page));
  });

  it('does not let a booking block go live without a calendar', async () => {
    const page = await open(world.first.pageId);
    const draft = draftOf(page);
    const formId = Object.keys(draft.forms)[0] as never;
    const [band, ...rest] = draft.page.bands;
    const column = band!.columns[0]!;
    const block = newBlock('booking', 'no-calendar', { formId });
    await keep(page, {
      ...draft,
      page: {
        ...draft.page,
        bands: [
          {
            ...band!,
            columns: [{ ...column, blocks: [...column.blocks, block] }, ...band!.columns.slice(1)],
          },
          ...rest,
        ],
      },
    });
    expect((await publish(page.pageId)).json<{ detail: string }>().detail).toContain(
      'has no calendar',
    );
    const calendar = (
      await owner('POST', `/api/clients/${world.client.id}/calendars`, { name: 'Calls' })
    ).json<CalendarView>();
    const again = await open(page.pageId);
    const found = blocksOf(draftOf(again).page).find((one) => one.id === 'no-calendar')!;
    const text = JSON.stringify(draftOf(again)).replace(
      JSON.stringify(found),
      JSON.stringify({ ...found, calendarId: calendar.id }),
    );
    await keep(again, JSON.parse(text) as Draft);
    expect((await publish(page.pageId)).statusCode).toBe(200);
    expect(await shown()).toContain(`data-slots="/~/slots/${calendar.id}"`);
    await keep(await open(page.pageId), draft);
    await publish(page.pageId);
  });

  it('a form on two pages marks both as changed', async () => {
    const first = await open(world.first.pageId);
    const thanks = await open(world.thanks.pageId);
    const [formId, form] = Object.entries(draftOf(first).forms)[0]!;
    const band = draftOf(thanks).page.bands[0]!;
    const block = newBlock('form', 'again', { formId: formId as never });
    const bands = [
      { ...band, columns: [{ ...band.columns[0]!, blocks: [block] }] },
      ...draftOf(thanks).page.bands.slice(1),
    ];
    await keep(thanks, { page: { ...draftOf(thanks).page, bands }, forms: { [formId]: form } });
    expect((await open(first.pageId)).formUses).toEqual({ [formId]: 2 });
    const before = await open(first.pageId);
    await keep(await open(thanks.pageId), {
      page: { ...draftOf(thanks).page, bands },
      forms: { [formId]: { ...form, button: 'Other words' } },
    });
    const after = await open(first.pageId);
    expect([after.version, after.state]).toEqual([before.version + 1, 'changed']);
    expect(draftOf(after).forms[formId as never]!.button).toBe('Other words');
    await keep(await open(thanks.pageId), draftOf(thanks));
  });
});

describe('the Path', () => {
  it('counts everybody once over two forms, and names what a booking causes', async () => {
    await addBookingStep(app, world);
    const person = { name: 'Ana', email: 'ana@example.com', phone: '207 555 0117' };
    await app.site('POST', `/${world.first.slug}`, { form: { _form: world.formBlock, ...person } });
    const day = app.clock
      .now()
      .add({ hours: 48 })
      .toZonedDateTimeISO('America/New_York')
      .toPlainDate();
    const start = day
      .toZonedDateTime({ timeZone: 'America/New_York', plainTime: '10:00' })
      .toInstant()
      .toString();
    const booked = await app.site('POST', '/choose', {
      form: { _form: 'times', _slot: start, ...person },
    });
    expect(booked.statusCode).toBe(303);
    await app.settle();
    const board = (
      await owner('GET', `/api/funnels/${world.first.funnel.id}/path`)
    ).json<PathBoard>();
    expect(board.leads).toBe(1);
    expect(board.steps.map(({ leads, books }) => [leads, books])).toEqual([
      [1, false],
      [1, true],
      [0, false],
    ]);
    expect(board.steps[1]!.happenings.map(({ text }) => text)).toEqual([
      'Book in First visit',
      'Notify desk@quayside-dental.test',
    ]);
    const { funnels } = (await owner('GET', `/api/clients/${world.client.id}/funnels`)).json<{
      funnels: { steps: number; leads30: number }[];
    }>();
    expect(funnels[0]).toMatchObject({ steps: 3, leads30: 1 });
  });

  it('shows a step that leads nowhere', async () => {
    const board = (
      await owner('GET', `/api/funnels/${world.first.funnel.id}/path`)
    ).json<PathBoard>();
    const middle = await open(board.steps[1]!.pageId);
    await keep(middle, { page: { ...draftOf(middle).page, bands: [] }, forms: {} });
    const after = (
      await owner('GET', `/api/funnels/${world.first.funnel.id}/path`)
    ).json<PathBoard>();
    expect(after.steps.map(({ movesOnBy }) => movesOnBy)).toEqual([
      { kind: 'form', words: 'First visit form' },
      null,
      null,
    ]);
  });

  it('gives a second funnel of the same name an address of its own', async () => {
    const { funnelId } = (
      await owner('POST', `/api/clients/${world.client.id}/funnels`, { name: 'First visit' })
    ).json<{ funnelId: string }>();
    const board = (await owner('GET', `/api/funnels/${funnelId}/path`)).json<PathBoard>();
    expect(board.steps.map(({ slug }) => slug)).toEqual([
      'first-visit-2',
      'first-visit-thank-you-2',
    ]);
  });
});
