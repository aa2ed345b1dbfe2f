import type { EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import { plainBrand } from '@plumgate/core/brand';
import { emptyPage, newBand, newBlock, type Draft } from '@plumgate/core/page';
import { emptyFacts } from '@plumgate/core/clients';
import { saveAllNow } from './local-draft.ts';
import { createEditorStore, selectionOf } from './store.ts';

const page = {
  pageId: '00000000-0000-4000-8000-000000000002',
  version: 7,
  state: 'live',
  client: { id: 'c', brand: plainBrand },
  brand: plainBrand,
  funnel: { id: 'f', name: 'F', style: '' },
  draft: {
    page: {
      ...emptyPage('T'),
      bands: [
        newBand('b1', [
          { id: 'c1', share: 1, blocks: [newBlock('heading', 'h1', { text: 'One' })] },
        ]),
      ],
    },
    forms: {} as Record<FormId, never>,
  } satisfies Draft,
} as unknown as EditorPage;

/** What the browser keeps for itself. */
const kept = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  },
});
beforeEach(() => {
  jest.useFakeTimers();
  saveAllNow();
  kept.clear();
});
afterEach(saveAllNow);

const newest = {
  ...page,
  pageId: page.pageId,
  funnel: { id: '00000000-0000-4000-8000-000000000003', name: 'F', style: '' },
  brand: plainBrand,
  steps: [],
  slug: 's',
  address: 'http://s',
  formUses: {},
  test: null,
  around: {
    ...{ pages: [], calendars: [], files: [], forms: [] },
    ...{ vouchers: [], others: [], copied: [], ads: false, tags: [] },
  },
  now: '2026-11-05T14:12:00Z',
  draft: {
    ...page.draft,
    page: {
      ...emptyPage('Theirs'),
      bands: [
        newBand('b1', [
          { id: 'c1', share: 1, blocks: [newBlock('heading', 'h1', { text: 'Theirs' })] },
        ]),
      ],
    },
  },
  client: {
    id: '00000000-0000-4000-8000-000000000004',
    name: 'C',
    slug: 'c',
    trade: '',
    zone: 'UTC',
    site: 'http://c',
    knownSite: 'http://c',
    ...{ currency: 'USD', country: 'US' },
    ownMarker: 'own',
    measuring: 'cookie',
    colour: '#000000',
    facts: emptyFacts('UTC'),
    brand: plainBrand,
  },
};

/** A server that keeps drafts as ours does: each from the version before. */
function fakeServer() {
  let version = 7;
  let isDown = false;
  const bodies: { version: number; draft: Draft }[] = [];
  globalThis.fetch = ((_url: string, init: { method: string; body: string }) => {
    if (isDown) return Promise.reject(new TypeError('network'));
    if (init.method === 'GET') return answered(true, { ...newest, version });
    const body = JSON.parse(init.body) as { version: number; draft: Draft };
    bodies.push(body);
    const stale = body.version !== version;
    const answer = stale
      ? {
          type: 'x',
          title: 'Somebody changed this in the meantime.',
          status: 409,
          code: 'changed-elsewhere',
        }
      : { version: ++version, state: 'changed', keptAt: '2026-11-05T14:12:00Z' };
    return answered(!stale, answer);
  }) as never;
  return { bodies, changeElsewhere: () => version++, goDown: (down: boolean) => (isDown = down) };
}

const answered = (ok: boolean, body: object) =>
  Promise.resolve({ ok, headers: new Headers(), json: () => Promise.resolve(body) });

const textOf = (store: ReturnType<typeof createEditorStore>) =>
  (store.getState().draft.page.bands[0]!.columns[0]!.blocks[0] as { text: string }).text;
const write = (store: ReturnType<typeof createEditorStore>, text: string, group?: string) =>
  store.getState().edit([{ do: 'set', id: 'h1', changes: { text } }], group);

it('takes letters typed in a row back in one step, and brings them again', () => {
  fakeServer();
  const store = createEditorStore(page);
  for (const text of ['Tw', 'Two', 'Two!']) write(store, text, 'h1.text');
  store.getState().endGroup();
  write(store, 'Three', 'h1.text');
  store.getState().undo();
  expect(textOf(store)).toBe('Two!');
  store.getState().undo();
  expect(textOf(store)).toBe('One');
  store.getState().redo();
  store.getState().redo();
  expect(textOf(store)).toBe('Three');
  expect(store.getState().future).toEqual([]);
});

it('says so once when a step leads nowhere any more, and offers none after it', () => {
  fakeServer();
  const store = createEditorStore(page);
  write(store, 'Two');
  write(store, 'Three');
  // The heading is gone by a way that no history knows of.
  const { draft } = store.getState();
  const [band] = draft.page.bands;
  const emptied = { ...band!, columns: [{ ...band!.columns[0]!, blocks: [] }] };
  store.setState({ draft: { ...draft, page: { ...draft.page, bands: [emptied] } } });
  store.getState().undo();
  expect(store.getState()).toMatchObject({
    past: [],
    notice: 'The page has changed since, so there is nothing to go back to.',
  });
  store.setState({ notice: null });
  store.getState().undo();
  expect(store.getState().notice).toBeNull();
});

it('keeps every change in order, the last one too', async () => {
  const { bodies } = fakeServer();
  const store = createEditorStore(page);
  write(store, 'A');
  const saveState = store.getState().save();
  write(store, 'B');
  await saveState;
  await store.getState().save();
  expect(bodies.map(({ version }) => version)).toEqual([7, 8]);
  expect(store.getState()).toMatchObject({ saveState: 'saved', version: 9, live: 'changed' });
});

it('loses nothing when somebody else changed the page: it says so and stops keeping', async () => {
  const server = fakeServer();
  server.changeElsewhere();
  const store = createEditorStore(page);
  write(store, 'Mine');
  await expect(store.getState().save()).rejects.toThrow('Somebody changed this');
  expect(store.getState()).toMatchObject({ saveState: 'conflict' });
  expect(textOf(store)).toBe('Mine');
});

it('refuses an edit that can’t be made and says why', () => {
  fakeServer();
  const store = createEditorStore(page);
  expect(store.getState().edit([{ do: 'remove', id: 'c1' }])).toBe(false);
  expect(store.getState().notice).toMatch(/has to stay/);
  expect(store.getState().past).toEqual([]);
});

it('brings what an earlier version of the program kept up to date', async () => {
  const map = { id: 'm', kind: 'map', zoom: 15, height: 320, directions: 'Directions' };
  const before = newBand('b9', [{ id: 'c9', share: 1, blocks: [map as never] }]);
  const unsent = { ...page.draft, page: { ...emptyPage('T'), version: 3, bands: [before] } };
  const history = [{ back: [], forth: [], group: null }];
  kept.set(
    `plumgate.page.${page.pageId}`,
    JSON.stringify({ version: 7, past: history, future: [], unsent }),
  );
  const state = createEditorStore(page).getState();
  expect(state.past).toEqual([]);
  expect(state.draft.page.bands[0]!.columns[0]!.blocks[0]).toMatchObject({ place: null });
});

it('finds the history again after a reload, and what was never sent', async () => {
  const server = fakeServer();
  const store = createEditorStore(page);
  write(store, 'A');
  await store.getState().save();
  const reloaded = createEditorStore({ ...page, version: 8, draft: store.getState().draft });
  reloaded.getState().undo();
  expect(textOf(reloaded)).toBe('One');
  server.goDown(true);
  write(reloaded, 'Typed on a train');
  await expect(reloaded.getState().save()).rejects.toThrow();
  expect(reloaded.getState().saveState).toBe('offline');
  const again = createEditorStore({ ...page, version: 8 });
  expect([textOf(again), again.getState().saveState]).toEqual(['Typed on a train', 'saving']);
  server.goDown(false);
  await again.getState().save();
  expect(server.bodies.at(-1)).toMatchObject({ version: 8 });
  expect(again.getState().saveState).toBe('saved');
});

it.each([
  ['theirs', 'Theirs', 'Mine'],
  ['mine', 'Mine', 'Theirs'],
] as const)(
  'when two changed one page, taking %s leaves the other to undo',
  async (whose, shown, beside) => {
    const server = fakeServer();
    server.changeElsewhere();
    const store = createEditorStore(page);
    write(store, 'Mine');
    await store
      .getState()
      .save()
      .catch(() => {});
    await store.getState().resolveConflict(whose);
    expect([textOf(store), store.getState().saveState]).toEqual([shown, 'saved']);
    store.getState().undo();
    expect(textOf(store)).toBe(beside);
  },
);

it('an old history is forgotten when somebody else has changed the page since', async () => {
  fakeServer();
  const store = createEditorStore(page);
  write(store, 'A');
  await store.getState().save();
  expect(createEditorStore({ ...page, version: 12 }).getState().past).toEqual([]);
});

it('selects one more and one less, and one alone again', () => {
  fakeServer();
  const store = createEditorStore(page);
  const { select } = store.getState();
  select('h1');
  select('c1', true);
  expect(selectionOf(store.getState())).toEqual(['h1', 'c1']);
  select('h1', true);
  expect(selectionOf(store.getState())).toEqual(['c1']);
  select('b1');
  expect(selectionOf(store.getState())).toEqual(['b1']);
});
