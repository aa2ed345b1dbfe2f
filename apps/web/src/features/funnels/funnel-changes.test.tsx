import { api, type RevisionView } from '@plumgate/contract';
import type { PageId, RevisionId } from '@plumgate/core/basics';
import { emptyPage, newBand, newBlock, type Draft } from '@plumgate/core/page';
import { screen, within } from '@testing-library/react';
import { boardOf, pageOf, sheet, stepOf } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { FunnelChanges } from './funnel-changes.tsx';

const draftOf = (words: string): Draft => ({
  page: {
    ...emptyPage('First visit'),
    bands: [
      newBand('band', [
        { id: 'column', share: 1, blocks: [newBlock('heading', 'head', { text: words })] },
      ]),
    ],
  },
  forms: {},
});
const live: RevisionView = {
  revisionId: idOf<RevisionId>(40),
  publishedAt: '2026-11-04T15:00:00Z',
  by: null,
  isLive: true,
};

it('says of every step that waits what visitors would see other, and leaves out what is live', async () => {
  const steps = [
    stepOf(1, { name: 'First visit', state: 'changed' }),
    stepOf(2, { name: 'Choose a time', state: 'live' }),
    stepOf(3, { name: 'Thank you', state: 'draft' }),
    stepOf(4, { name: 'Prices', state: 'offline' }),
  ];
  const isNew = (pageId: unknown) => pageId === idOf<PageId>(3);
  const server = serverOf()
    .on(api.getEditorPage, ({ params }) => ({
      ...pageOf(draftOf(params.pageId === idOf(1) ? 'Come and talk' : 'As it was')),
      pageId: params.pageId as PageId,
    }))
    .on(api.listRevisions, ({ params }) => ({ revisions: isNew(params.pageId) ? [] : [live] }))
    .on(api.getRevision, { draft: draftOf('As it was'), client: sheet, next: null });
  show(<FunnelChanges board={boardOf(steps)} onClose={() => {}} />, server);
  const row = (name: string) => screen.getByRole('heading', { name }).closest('li')!;
  await within(row('1 · First visit')).findByText(/“As it was” is now “Come and talk”/);
  within(row('3 · Thank you')).getByText('It is new: visitors see it from then on.');
  await within(row('3 · Thank you')).findByText('Visitors see nothing yet.');
  within(row('4 · Prices')).getByText('It is offline now; publishing shows it again.');
  await within(row('4 · Prices')).findByText('Visitors would see no difference.');
  expect(screen.queryByRole('heading', { name: /Choose a time/ })).toBeNull();
});
