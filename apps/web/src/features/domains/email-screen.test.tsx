import { api } from '@plumgate/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { senderView, serverOf, show } from '../../testing/show.tsx';
import { EmailScreen } from './email-screen.tsx';

const needed = { name: '_dmarc.q.test', type: 'TXT' as const, value: 'v=DMARC1; p=none' };
const shown = (changes: object = {}) => {
  const server = serverOf()
    .on(api.getSender, { ...senderView, ...changes })
    .on(api.saveSender, senderView)
    .on(api.listSuppressed, {
      addresses: [
        { address: 'ana@q.test', reason: 'complained', by: '', at: '2026-11-05T14:00:00Z' },
      ],
      next: null,
    })
    .on(api.suppress, { added: 1, refused: ['nobody@'] })
    .on(api.addMailDomain, { domain: 'q.test', state: 'waiting', checkedAt: null, compared: [] });
  show(<EmailScreen />, server);
  return server;
};

it('says who emails come from, and saves another sender', async () => {
  const server = shown();
  expect(await screen.findByText(/<post@plumgate.test>/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Address'), { target: { value: 'front desk' } });
  expect(screen.getByRole('button', { name: 'Save' }).hasAttribute('disabled')).toBe(true);
  fireEvent.change(screen.getByLabelText('Address'), { target: { value: 'hello@q.test' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(server.sent(api.saveSender)).toHaveLength(1));
  expect(server.sent(api.saveSender)[0]!.body).toMatchObject({ email: 'hello@q.test' });
});

it('says what an address waits for, offers its domain, and shows the records that are missing', async () => {
  const server = shown({
    shown: { ...senderView.shown, notYet: 'hello@other.test' },
    domains: [
      {
        ...{ domain: 'q.test', state: 'waiting', checkedAt: null },
        compared: [{ needed, found: [], right: false }],
      },
    ],
  });
  expect(
    await screen.findByText(/hello@other.test is used once other.test is verified/),
  ).toBeTruthy();
  expect(screen.getByText('v=DMARC1; p=none')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Add domain' }));
  await waitFor(() =>
    expect(server.sent(api.addMailDomain)[0]!.body).toEqual({ domain: 'other.test' }),
  );
});

it('adds addresses that get no mail, and keeps what was none', async () => {
  const server = shown();
  expect(await screen.findByText('ana@q.test')).toBeTruthy();
  expect(screen.getByText('Marked as junk')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Add addresses'), {
    target: { value: 'bo@q.test,Bo\n"nobody@"\n\nname only' },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Add 2 addresses' }));
  await waitFor(() =>
    expect(server.sent(api.suppress)[0]!.body).toEqual({ addresses: ['bo@q.test', 'nobody@'] }),
  );
  await waitFor(() =>
    expect((screen.getByLabelText('Add addresses') as HTMLTextAreaElement).value).toBe('nobody@'),
  );
});
