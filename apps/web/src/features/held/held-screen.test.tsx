import { api, type HeldView, type JobView } from '@plumgate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { HeldScreen } from './held-screen.tsx';

const heldOf = (number: number, changes: Partial<HeldView> = {}): HeldView => ({
  id: idOf<HeldView['id']>(number),
  form: 'First visit',
  page: 'First visit',
  source: 'Search ads',
  reason: 'address',
  receivedAt: '2026-11-05T14:12:00Z',
  answers: [{ question: 'Your name', answer: `Odalys ${number}` }],
  ...changes,
});
const opened = async (...held: HeldView[]) => {
  const server = serverOf()
    .on(api.listHeld, { held, total: held.length })
    .on(api.getHeldJob, { job: null });
  show(<HeldScreen />, server, { at: 'held' });
  await screen.findByRole('heading', { name: 'Held for review' });
  return server;
};

it('says what would be here when nothing is', async () => {
  await opened();
  expect(screen.getByText('Nothing is held')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /all/ })).toBeNull();
});

it('shows what was sent, and why it waits', async () => {
  await opened(heldOf(1), heldOf(2, { reason: 'recipient' }));
  const [first, second] = screen.getAllByRole('listitem');
  expect(within(first!).getByText('Odalys 1')).toBeTruthy();
  expect(within(first!).getByText(/^Too many from one network address · First visit/)).toBeTruthy();
  expect(within(second!).getByText(/^Too many for this person/)).toBeTruthy();
});

it('accepts one, and says at its place why it could not be', async () => {
  const server = await opened(heldOf(1), heldOf(2));
  server.on(api.acceptHeld, {
    done: 0,
    refused: [{ id: idOf<HeldView['id']>(2), message: 'That time was just taken.' }],
  });
  const [, second] = screen.getAllByRole('listitem');
  fireEvent.click(within(second!).getByRole('button', { name: 'Accept' }));
  expect(await screen.findByRole('alert')).toHaveProperty(
    'textContent',
    'That time was just taken.',
  );
  expect(server.sent(api.acceptHeld)[0]!.body).toEqual({ ids: [idOf(2)] });
});

it('deletes all that is shown', async () => {
  const server = await opened(heldOf(1), heldOf(2));
  server.on(api.deleteHeld, { done: 2 });
  fireEvent.click(screen.getByRole('button', { name: 'Delete all 2' }));
  await waitFor(() =>
    expect(server.sent(api.deleteHeld)[0]!.body).toEqual({ ids: [idOf(1), idOf(2)] }),
  );
});

const jobOf = (changes: Partial<JobView>): JobView => ({
  id: idOf<HeldView['id']>(70),
  kind: 'accept-held',
  state: 'running',
  done: 120,
  total: 400,
  result: null,
  problem: null,
  canUndo: false,
  createdAt: '2026-11-05T14:12:00Z',
  ...changes,
});

it('accepts everything as a job, shows how far it is, and can stop it', async () => {
  const server = await opened(heldOf(1), heldOf(2));
  const job = jobOf({});
  server
    .on(api.acceptAllHeld, { jobId: job.id })
    .on(api.getHeldJob, { job })
    .on(api.getJob, job)
    .on(api.cancelJob, {});
  fireEvent.click(screen.getByRole('button', { name: 'Accept all 2' }));
  expect(await screen.findByText('120 of 400')).toBeTruthy();
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Accept all 2' }).disabled).toBe(
    true,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
  await waitFor(() => expect(server.sent(api.cancelJob)).toHaveLength(1));
});

it.each<[Partial<JobView>, string]>([
  [{ state: 'done', result: { accepted: 400, refused: 0 } }, '400 accepted as leads.'],
  [
    { state: 'done', result: { accepted: 398, refused: 2 } },
    '398 accepted as leads. 2 could not be and are still here.',
  ],
  [{ state: 'cancelled' }, 'Stopped after 120. What was done stays done.'],
  [{ state: 'failed', problem: 'It could not be finished.' }, 'It could not be finished.'],
])('says what came of a job: %j', async (changes, words) => {
  const server = serverOf()
    .on(api.listHeld, { held: [], total: 0 })
    .on(api.getHeldJob, { job: jobOf(changes) });
  show(<HeldScreen />, server, { at: 'held' });
  expect(await screen.findByText(words)).toBeTruthy();
});
