import { api, type FieldView } from '@plumgate/contract';
import type { FieldId, FormId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { FieldsScreen } from './fields-screen.tsx';

const roofAge: FieldView = {
  id: idOf<FieldId>(1),
  key: 'roof_age',
  name: 'Roof age',
  type: 'number',
  options: [],
  forms: [{ id: idOf<FormId>(1), name: 'Roof check', named: 'age' }],
  people: 12,
};
const color: FieldView = {
  ...roofAge,
  id: idOf<FieldId>(2),
  key: 'color',
  name: 'Color',
  type: 'choice',
  options: ['Red', 'Slate'],
  forms: [],
  people: 0,
};
const opened = async (fields = [roofAge, color]) => {
  const server = serverOf()
    .on(api.listFields, { fields })
    .on(api.addField, { fieldId: idOf<FieldId>(3), key: 'budget' })
    .on(api.changeField, {})
    .on(api.removeField, {});
  show(<FieldsScreen />, server, { at: 'people/fields' });
  await screen.findByRole('heading', { name: 'People' });
  return server;
};
const choose = async (field: string, what: string) => {
  fireEvent.keyDown(screen.getByRole('button', { name: `Actions for ${field}` }), { key: 'Enter' });
  fireEvent.click(await screen.findByRole('menuitem', { name: what }));
};

it('lists the fields with what they hold, which forms fill them and for how many people', async () => {
  await opened();
  const row = within(screen.getByRole('row', { name: /^Roof age/ }));
  for (const words of ['Number', 'Roof check', '{{ person.fields.roof_age }}', '12 people'])
    expect(row.getByText(words)).toBeTruthy();
  expect(screen.getByRole('row', { name: /^Color Choice, 2 answers Hand only/ })).toBeTruthy();
});

it('says what a field is where there is none', async () => {
  await opened([]);
  expect(screen.getByText('No fields for people of Quayside Dental yet')).toBeTruthy();
});

it('adds a field, with what a choice offers', async () => {
  const server = await opened();
  fireEvent.click(screen.getByRole('button', { name: 'Add field' }));
  const dialog = within(await screen.findByRole('dialog'));
  fireEvent.change(dialog.getByLabelText('Name'), { target: { value: 'Kind of roof' } });
  fireEvent.change(dialog.getByLabelText('Holds'), { target: { value: 'choice' } });
  fireEvent.change(dialog.getByLabelText('Answers, one per line'), {
    target: { value: 'Slate\n\n Tile ' },
  });
  fireEvent.click(dialog.getByRole('button', { name: 'Add field' }));
  await waitFor(() =>
    expect(server.sent(api.addField)[0]?.body).toEqual({
      name: 'Kind of roof',
      type: 'choice',
      options: ['Slate', 'Tile'],
    }),
  );
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
});

it('a name that is taken is said where it was typed, and nothing is lost', async () => {
  const server = await opened();
  const words = 'There is a field “Color” already.';
  server.on(api.changeField, () => refusal(400, words, [{ field: 'body.name', message: words }]));
  await choose('Roof age', 'Change');
  const dialog = within(await screen.findByRole('dialog'));
  fireEvent.change(dialog.getByLabelText('Name'), { target: { value: 'Color' } });
  fireEvent.click(dialog.getByRole('button', { name: 'Save' }));
  expect(await dialog.findByText(words)).toBeTruthy();
  expect(dialog.getByLabelText<HTMLInputElement>('Name').value).toBe('Color');
});

it('asks before it deletes what is known of people, and not where nothing is', async () => {
  const server = await opened();
  await choose('Roof age', 'Delete');
  const dialog = within(await screen.findByRole('dialog'));
  expect(dialog.getByText(/What is known of 12 people/)).toBeTruthy();
  fireEvent.click(dialog.getByRole('button', { name: 'Cancel' }));
  expect(server.sent(api.removeField)).toEqual([]);
  await choose('Color', 'Delete');
  await waitFor(() =>
    expect(server.sent(api.removeField)[0]?.params).toEqual({ fieldId: color.id }),
  );
});
