import { api, type ClientSheet, type RevisionView } from '@plumgate/contract';
import type { PageId, RevisionId } from '@plumgate/core/basics';
import { emptyPage, newBand, newBlock, type Block, type Draft } from '@plumgate/core/page';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { pageOf, sheet } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { SeeChanges } from './see-changes.tsx';
import { createEditorStore, EditorProvider } from './store.ts';

const draftOf = (title: string, text: string): Draft => ({
  page: {
    ...emptyPage(title),
    bands: [
      newBand('b', [
        { id: 'c', share: 1, blocks: [newBlock('heading', 'h', { text, level: 1 }) as Block] },
      ]),
    ],
  },
  forms: {},
});
const revisionOf = (number: number, changes: Partial<RevisionView> = {}): RevisionView => ({
  revisionId: idOf<RevisionId>(number),
  publishedAt: `2026-11-0${number}T15:00:00Z`,
  by: 'Maren Oriel',
  isLive: false,
  ...changes,
});
const live = draftOf('First visit', 'Come and talk.');
const older = draftOf('First visit', 'Come in.');

const opened = async (
  revisions: RevisionView[],
  draft = draftOf('A first visit', 'Come and talk.'),
  was: Partial<ClientSheet> = {},
  ledTo: PageId | null = null,
) => {
  const page = pageOf(draft);
  const store = createEditorStore(page);
  const server = serverOf()
    .on(api.listRevisions, { revisions })
    .on(api.getRevision, ({ params }) => ({
      draft: (params as { revisionId: string }).revisionId === idOf(4) ? live : older,
      client: { ...sheet, ...was },
      next: ledTo,
    }))
    .on(api.saveDraft, { version: 2, state: 'changed', keptAt: page.now });
  show(
    <EditorProvider value={store}>
      <SeeChanges page={page} />
    </EditorProvider>,
    server,
  );
  fireEvent.click(screen.getByRole('button', { name: 'See changes' }));
  await screen.findByText('The draft');
  return { store, server };
};
const both = [revisionOf(4, { isLive: true }), revisionOf(3, { by: null })];
const rowOf = (words: RegExp) => screen.getByRole('button', { name: words }).closest('li')!;

it('says that nothing is live yet', async () => {
  await opened([]);
  expect(screen.getByText(/^Nothing is live yet/)).toBeTruthy();
  expect(screen.getByText('Visitors see nothing yet.')).toBeTruthy();
});

it('tells what changed beside the page, on the fact sheet and in the brand', async () => {
  const { facts, brand } = sheet;
  await opened(both, live, {
    name: 'Quayside',
    facts: { ...facts, phone: '(207) 555-0100', areas: ['Port Alder'] },
    brand: { ...brand, corners: brand.corners === 'round' ? 'soft' : 'round' },
  });
  await screen.findByRole('heading', { name: '3 changes' });
  screen.getByText('The client’s name: “Quayside” is now “Quayside Dental”');
  screen.getByText('Fact sheet: phone, areas served');
  screen.getByText('Brand: corners');
});

it('tells where the page leads, if that is another step', async () => {
  await opened(both, live, {}, idOf<PageId>(77));
  await screen.findByRole('heading', { name: '1 change' });
  screen.getByText(/^Leads to/);
});

it('tells in words what publishing would change', async () => {
  await opened(both);
  await screen.findByRole('heading', { name: '1 change' });
  expect(screen.getByText(/A first visit/)).toBeTruthy();
});

it('says when there is no difference', async () => {
  await opened(both, live);
  await screen.findByRole('heading', { name: 'No difference' });
});

it('shows who published when, and what an earlier one differs in', async () => {
  await opened(both);
  const now = rowOf(/^Wed, Nov 4, 10:00 AM by Maren Oriel/);
  expect(within(now).getByText('Live')).toBeTruthy();
  expect(within(now).queryByRole('button', { name: 'Restore' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: /^Tue, Nov 3, 10:00 AM/ }));
  await screen.findByRole('heading', { name: '2 changes' });
});

it('makes an earlier one live again, leaves the draft, and takes that back by Undo', async () => {
  const { server, store } = await opened(both);
  server.on(api.putBack, {});
  fireEvent.click(within(rowOf(/^Tue, Nov 3/)).getByRole('button', { name: 'Restore' }));
  await screen.findByText(/^Visitors see the page of Tue, Nov 3, 10:00 AM again\./);
  expect(store.getState().draft.page.title).toBe('A first visit');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() =>
    expect(
      server.sent(api.putBack).map(({ params }) => (params as { revisionId: string }).revisionId),
    ).toEqual([idOf(3), idOf(4)]),
  );
});

it('takes an earlier one into the draft, and its undo leads back', async () => {
  const { store } = await opened(both);
  fireEvent.click(within(rowOf(/^Tue, Nov 3/)).getByRole('button', { name: 'Restore as draft' }));
  await screen.findByText(/^The draft is that page now\./);
  expect(store.getState().draft).toEqual(older);
  store.getState().undo();
  expect(store.getState().draft.page.title).toBe('A first visit');
});
