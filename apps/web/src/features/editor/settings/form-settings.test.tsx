import { api } from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import { shortForm } from '@plumgate/core/forms';
import { emptyPage, newBand, newBlock, type BlockOf, type Draft } from '@plumgate/core/page';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { pageOf } from '../../../testing/samples.ts';
import { idOf, serverOf, show } from '../../../testing/show.tsx';
import { createEditorStore, EditorProvider, useEditor } from '../store.ts';
import { FormSettings } from './form-settings.tsx';

const shared = idOf<FormId>(70);
const own = idOf<FormId>(71);

const opened = (uses: number) => {
  const draft: Draft = {
    page: {
      ...emptyPage('Ask'),
      bands: [
        newBand('top', [
          { id: 'column', share: 1, blocks: [newBlock('form', 'it', { formId: shared })] },
        ]),
      ],
    },
    forms: { [shared]: shortForm('Ask us', ['a', 'b', 'c']) },
  };
  const page = pageOf(draft, { formUses: { [shared]: uses } });
  const store = createEditorStore(page);
  const server = serverOf()
    .on(api.copyForm, { formId: own })
    .on(api.saveDraft, { version: 2, state: 'changed', keptAt: page.now })
    .on(api.listForms, { forms: [] })
    .on(api.listFields, { fields: [] });
  const blockOf = (draft: Draft) => draft.page.bands[0]!.columns[0]!.blocks[0] as BlockOf<'form'>;
  const Shown = () => (
    <FormSettings block={useEditor((state) => blockOf(state.draft))} page={page} />
  );
  show(
    <EditorProvider value={store}>
      <Shown />
    </EditorProvider>,
    server,
  );
  return { store, server, block: () => blockOf(store.getState().draft) };
};

it('says that a form is shared before it is changed, and lets it become this page’s own', async () => {
  const { store, server, block } = opened(3);
  expect(screen.getByText(/Used on 3 pages/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Button label'), { target: { value: 'Ask now' } });
  fireEvent.click(screen.getByRole('button', { name: 'Make it this page’s own' }));
  await waitFor(() => expect(block().formId).toBe(own));
  expect(server.sent(api.copyForm)[0]?.body).toEqual({ name: 'Ask us (own)' });
  // What was changed meanwhile comes along.
  expect(store.getState().draft.forms[own]).toMatchObject({
    name: 'Ask us (own)',
    button: 'Ask now',
  });
  expect(screen.queryByText(/Used on/)).toBeNull();
});

it('says nothing of a form that stands on this page alone', () => {
  opened(1);
  expect(screen.queryByText(/Used on/)).toBeNull();
});
