import { api, type Answered } from '@plumgate/contract';
import type { PersonId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { RetentionPanel } from './retention-panel.tsx';

const ana = {
  personId: idOf<PersonId>(4),
  name: 'Ana Okafor',
  lastSeenAt: '2025-11-05T14:12:00Z',
  eraseAt: '2026-11-19T14:12:00Z',
};
const opened = async (retention: Partial<Answered<typeof api.getRetention>> = {}) => {
  const server = serverOf()
    .on(api.getRetention, { months: null, how: 'erase', total: 0, upcoming: [], ...retention })
    .on(api.setRetention, {})
    .on(api.keepPerson, {});
  show(<RetentionPanel client={quayside} />, server);
  await screen.findByRole('combobox', { name: 'When' });
  return server;
};
const choose = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it('never erases anybody by itself, until somebody says so', async () => {
  const server = await opened();
  expect(screen.queryByText('Nobody is next.')).toBeNull();
  choose('When', '12');
  choose('What becomes of them', 'anonymize');
  expect(screen.getByText(/so that counts of the past stay right/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.setRetention)[0]?.body).toEqual({ months: 12, how: 'anonymize' }),
  );
});

it('lists who is next, each of whom can be kept', async () => {
  const server = await opened({ months: 12, total: 1, upcoming: [ana] });
  expect(screen.getByText('1 person is to be erased')).toBeTruthy();
  expect(screen.getByText(/last wrote Nov 5, 2025, on Nov 19, 2026/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
  await waitFor(() => expect(server.sent(api.keepPerson)).toHaveLength(1));
});

it('shows months that are none of the usual ones', async () => {
  await opened({ months: 18 });
  expect(screen.getByLabelText('When')).toHaveProperty('value', '18');
});
