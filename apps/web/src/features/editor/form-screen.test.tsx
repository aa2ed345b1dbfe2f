import { api } from '@plumgate/contract';
import type { FormId, PageId } from '@plumgate/core/basics';
import { shortForm, type FormDefinition } from '@plumgate/core/forms';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { sheet } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { FormScreen } from './form-screen.tsx';

const formId = idOf<FormId>(30);
const definition = shortForm('Ask us', ['a', 'b', 'c']);

const opened = async (pages: { pageId: PageId; name: string }[] = []) => {
  const server = serverOf()
    .on(api.getForm, { id: formId, version: 3, definition, pages })
    .on(api.saveForm, { version: 4 })
    .on(api.getClient, sheet)
    .on(api.listForms, { forms: [] })
    .on(api.listFields, { fields: [] })
    .on(api.listPages, { pages: [] });
  show(<FormScreen />, server, { at: `funnels/forms/${formId}`, place: 'funnels/forms/:formId' });
  await screen.findByLabelText('Form name');
  return server;
};

it('draws a form at both widths, and says on which pages it stands', async () => {
  await opened([{ pageId: idOf<PageId>(9), name: 'First visit' }]);
  expect(screen.getByTitle('The form, wide')).toBeTruthy();
  expect(screen.getByTitle('The form on a phone')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'First visit' })).toBeTruthy();
  expect(screen.getByText(/Edits show there when it is next published/)).toBeTruthy();
});

it('saves what is changed by itself, from the version it was changed from', async () => {
  const server = await opened();
  fireEvent.change(screen.getByLabelText('Button label'), { target: { value: 'Ask now' } });
  await waitFor(() => expect(server.sent(api.saveForm)).toHaveLength(1));
  const { version, definition: saved } = server.sent(api.saveForm)[0]!.body as {
    version: number;
    definition: FormDefinition;
  };
  expect([version, saved.button]).toEqual([3, 'Ask now']);
  await screen.findByText('Saved');
});
