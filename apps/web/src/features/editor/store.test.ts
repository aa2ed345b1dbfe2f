import type { EditorPage } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import { plainBrand } from '@plumgate/core/brand';
import { newBlock, type Draft } from '@plumgate/core/page';
import { createEditorStore } from './store.ts';

const page = {
  pageId: '00000000-0000-4000-8000-000000000002',
  version: 7,
  state: 'live',
  client: { brand: plainBrand },
  draft: {
    page: {
      version: 1,
      title: 'T',
      description: '',
      bands: [
        {
          id: 'b1',
          name: '',
          surface: 'paper',
          space: 'even',
          width: 'wide',
          columns: [{ id: 'c1', share: 1, blocks: [newBlock('heading', 'h1', { text: 'One' })] }],
        },
      ],
    },
    forms: {} as Record<FormId, never>,
  } satisfies Draft,
} as unknown as EditorPage;

/** A server that keeps drafts as ours does: each from the version before. */
function fakeServer() {
  let version = 7;
  const bodies: { version: number; draft: Draft }[] = [];
  globalThis.fetch = ((_url: string, init: { body: string }) => {
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
    return Promise.resolve({ ok: !stale, json: () => Promise.resolve(answer) });
  }) as never;
  return { bodies, changeElsewhere: () => version++ };
}

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

it('keeps every change in order, the last one too', async () => {
  const { bodies } = fakeServer();
  const store = createEditorStore(page);
  write(store, 'A');
  const keeping = store.getState().keep();
  write(store, 'B');
  await keeping;
  await store.getState().keep();
  expect(bodies.map(({ version }) => version)).toEqual([7, 8]);
  expect(store.getState()).toMatchObject({ keeping: 'kept', version: 9, live: 'changed' });
});

it('loses nothing when somebody else changed the page: it says so and stops keeping', async () => {
  const server = fakeServer();
  server.changeElsewhere();
  const store = createEditorStore(page);
  write(store, 'Mine');
  await expect(store.getState().keep()).rejects.toThrow('Somebody changed this');
  expect(store.getState()).toMatchObject({ keeping: 'apart' });
  expect(textOf(store)).toBe('Mine');
});

it('refuses an edit that can’t be made and says why', () => {
  fakeServer();
  const store = createEditorStore(page);
  expect(store.getState().edit([{ do: 'remove', id: 'c1' }])).toBe(false);
  expect(store.getState().notice).toMatch(/has to stay/);
  expect(store.getState().past).toEqual([]);
});
