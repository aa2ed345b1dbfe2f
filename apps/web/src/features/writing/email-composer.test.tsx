import { api } from '@plumgate/contract';
import { emailFromText, sampleValues, type Email } from '@plumgate/core/emails';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { serverOf, show } from '../../testing/show.tsx';
import { sheet } from '../../testing/samples.ts';
import { EmailField } from './message-fields.tsx';

function Letter({ start, onEmail }: { start: Email; onEmail: (email: Email) => void }) {
  const [email, setEmail] = useState(start);
  return (
    <EmailField
      label="Email"
      email={email}
      to={{ clientId: sheet.id, groups: ['person', 'client'], sample: sampleValues(sheet) }}
      onChange={(changed) => {
        setEmail(changed);
        onEmail(changed);
      }}
    />
  );
}

const opened = async (body = 'Hello {{ person.first_name | default: "there" }},') => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.listPages, { pages: [] })
    .on(api.listForms, { forms: [] })
    .on(api.listFields, { fields: [] })
    .on(api.listPictures, { pictures: [] })
    .on(api.checkEmail, {
      findings: [{ level: 'wrong', block: null, words: '“Phone” is empty for 12 people.' }],
      bytes: 5000,
    })
    .on(api.sendTestEmail, { to: 'owner@example.com' });
  let email = emailFromText({ subject: 'Tomorrow', body });
  show(<Letter start={email} onEmail={(changed) => (email = changed)} />, server);
  fireEvent.click(await screen.findByRole('button', { name: 'Write the email' }));
  const dialog = within(await screen.findByRole('dialog'));
  await dialog.findByRole('button', { name: 'Heading' });
  return { dialog, server, email: () => email };
};

it('shows merge fields as chips and never a brace', async () => {
  const { dialog } = await opened();
  const words = dialog.getByLabelText('Text', { selector: '.email-words' });
  expect(words.textContent).toBe('Hello First name, or “there”,');
});

it('adds blocks after the picked one, moves, copies and removes them, and takes it all back', async () => {
  const { dialog, email } = await opened();
  const kinds = () => email().blocks.map(({ kind }) => kind);
  fireEvent.click(dialog.getByRole('button', { name: 'Divider' }));
  await waitFor(() => expect(kinds()).toEqual(['text', 'divider']));
  fireEvent.click(dialog.getByRole('button', { name: 'Copy' }));
  await waitFor(() => expect(kinds()).toEqual(['text', 'divider', 'divider']));
  fireEvent.click(dialog.getByRole('button', { name: 'Move up' }));
  fireEvent.click(dialog.getByRole('button', { name: 'Move up' }));
  await waitFor(() => expect(kinds()).toEqual(['divider', 'text', 'divider']));
  fireEvent.click(dialog.getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(kinds()).toEqual(['text', 'divider']));
  for (let times = 0; times < 5; times++)
    fireEvent.click(dialog.getByRole('button', { name: 'Undo (Ctrl Z)' }));
  await waitFor(() => expect(kinds()).toEqual(['text']));
});

it('puts blocks into a column that was pressed', async () => {
  const { dialog, email } = await opened();
  fireEvent.click(dialog.getByRole('button', { name: 'Columns' }));
  fireEvent.click(dialog.getAllByRole('button', { name: /^Empty column/ })[1]!);
  fireEvent.click(dialog.getByRole('button', { name: 'Button' }));
  await waitFor(() =>
    expect(email().blocks[1]).toMatchObject({ sides: [[], [{ kind: 'button' }]] }),
  );
});

it('says what is to be mended, and sends a test', async () => {
  const { dialog, server } = await opened();
  fireEvent.click(await dialog.findByRole('tab', { name: 'Check (1)' }));
  expect(dialog.getByText('“Phone” is empty for 12 people.')).toBeTruthy();
  fireEvent.click(dialog.getByRole('button', { name: 'Send a test to me' }));
  await waitFor(() => expect(server.sent(api.sendTestEmail)).toHaveLength(1));
  expect(server.sent(api.sendTestEmail)[0]!.body).toMatchObject({ personId: null });
});

it('says at once that nothing is written, and asks no server', async () => {
  const { dialog, server } = await opened('');
  fireEvent.click(await dialog.findByRole('tab', { name: 'Check (1)' }));
  expect(dialog.getByText('Write the message.')).toBeTruthy();
  fireEvent.click(dialog.getByRole('button', { name: 'Send a test to me' }));
  expect(server.sent(api.sendTestEmail)).toHaveLength(0);
  expect(server.sent(api.checkEmail)).toHaveLength(0);
});
