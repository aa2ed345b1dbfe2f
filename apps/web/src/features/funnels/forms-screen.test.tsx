import { api, type FormOverview } from '@plumgate/contract';
import type { BinId, FormId, PageId, TemplateId } from '@plumgate/core/basics';
import { shortForm } from '@plumgate/core/forms';
import type { Draft } from '@plumgate/core/page';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { FormsScreen } from './forms-screen.tsx';

const formOf = (number: number, changes: Partial<FormOverview> = {}): FormOverview => ({
  id: idOf<FormId>(number),
  name: `Form ${number}`,
  folder: '',
  questions: 3,
  parts: 1,
  pages: [],
  submissions: 0,
  lastAt: null,
  ...changes,
});
const survey = formOf(1, {
  name: 'Survey',
  questions: 13,
  parts: 3,
  pages: [{ pageId: idOf<PageId>(9), name: 'How was it', funnel: 'Spring' }],
  submissions: 1204,
  lastAt: '2026-11-05T14:12:00Z',
});

const opened = async (forms: FormOverview[]) => {
  const server = serverOf()
    .on(api.listFormsInUse, { forms })
    .on(api.moveForm, {})
    .on(api.keepTemplate, { id: idOf<TemplateId>(5) })
    .on(api.getForm, {
      id: idOf<FormId>(2),
      version: 1,
      definition: shortForm('Form 2', ['a', 'b', 'c']),
      pages: [],
    })
    .on(api.copyForm, { formId: idOf<FormId>(3) })
    .on(api.getRemoval, { name: 'Form 2', isLive: false, losses: [] })
    .on(api.removeForm, { binId: idOf<BinId>(4) });
  show(<FormsScreen />, server, { at: 'funnels/forms', place: 'funnels/forms' });
  await screen.findByRole('navigation', { name: 'Funnels' });
  return server;
};
const choose = async (form: string, item: string) => {
  fireEvent.keyDown(screen.getByRole('button', { name: `Actions for ${form}` }), { key: 'Enter' });
  fireEvent.click(await screen.findByRole('menuitem', { name: item }));
};

it('tells of each form what it asks, where it stands, and what came of it', async () => {
  await opened([survey, formOf(2)]);
  const [, first, second] = screen.getAllByRole('row');
  expect(within(first!).getByText('13 in 3 parts')).toBeTruthy();
  expect(within(first!).getByRole('link', { name: 'How was it' }).getAttribute('href')).toBe(
    `/${quayside.slug}/pages/${idOf(9)}`,
  );
  expect(within(first!).getByRole('link', { name: '1,204' }).getAttribute('href')).toBe(
    `/${quayside.slug}/people/submissions?form=${survey.id}`,
  );
  expect(within(second!).getByText('None yet')).toBeTruthy();
});

it('finds a form by its name, or by a page it stands on', async () => {
  await opened([survey, formOf(2)]);
  fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'how was' } });
  expect(screen.getByText('Survey')).toBeTruthy();
  expect(screen.queryByText('Form 2')).toBeNull();
  fireEvent.change(screen.getByRole('searchbox'), { target: { value: 'nothing' } });
  expect(screen.getByText('No form matches')).toBeTruthy();
});

it('copies a form under a name of its own', async () => {
  const server = await opened([survey]);
  await choose('Survey', 'Copy');
  await waitFor(() =>
    expect(server.sent(api.copyForm).at(-1)!.body).toEqual({ name: 'Survey (copy)' }),
  );
});

it('deletes only a form that is on no page', async () => {
  const server = await opened([survey, formOf(2)]);
  await choose('Survey', 'Delete');
  expect(
    await screen.findByText('The form is on How was it. Remove it from there first.'),
  ).toBeTruthy();
  expect(server.sent(api.getRemoval)).toEqual([]);
  await choose('Form 2', 'Delete');
  await waitFor(() => expect(server.sent(api.removeForm)).toHaveLength(1));
});

it('says when there is none', async () => {
  await opened([]);
  expect(await screen.findByText(/^No form for/)).toBeTruthy();
});

it('keeps forms in folders: one that there is, or a new one', async () => {
  const server = await opened([formOf(1, { folder: 'Surveys' }), formOf(2)]);
  expect(screen.getByRole('rowheader', { name: 'Surveys' })).toBeTruthy();
  await choose('Form 2', 'Move to a folder');
  const dialog = within(await screen.findByRole('dialog'));
  fireEvent.change(dialog.getByLabelText(/^Folder/), { target: { value: 'Surveys' } });
  fireEvent.click(dialog.getByRole('button', { name: 'Move' }));
  await waitFor(() => expect(server.sent(api.moveForm)[0]?.body).toEqual({ folder: 'Surveys' }));
});

it('keeps a form as a template: a band with the form and nothing else', async () => {
  const server = await opened([formOf(2)]);
  await choose('Form 2', 'Save as a template');
  fireEvent.click(within(await screen.findByRole('dialog')).getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(server.sent(api.keepTemplate)).toHaveLength(1));
  const { kind, name, content } = server.sent(api.keepTemplate)[0]!.body as {
    kind: string;
    name: string;
    content: { pages: { draft: Draft }[] };
  };
  expect([kind, name]).toEqual(['band', 'Form 2']);
  const { page, forms } = content.pages[0]!.draft;
  expect(page.bands).toHaveLength(1);
  expect(Object.keys(forms)).toEqual([idOf(2)]);
});
