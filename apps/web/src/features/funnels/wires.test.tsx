import { api, type PathStep } from '@plumgate/contract';
import type { PageId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { boardOf, stepOf } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { Hop } from './hop.tsx';
import { PathBench } from './path-bench.tsx';

const form: PathStep['carriers'][number] = {
  kind: 'form',
  id: idOf(60),
  words: 'First-visit request',
  leadsOn: true,
};
const byForm = { kind: 'form', words: 'Sends the form' } as const;
const three = (first: Partial<PathStep> = {}): PathStep[] => [
  stepOf(1, {
    name: 'First visit',
    visitors: 640,
    next: idOf<PageId>(2),
    movesOnBy: byForm,
    carriers: [form],
    ...first,
  }),
  stepOf(2, { name: 'Choose a time', visitors: 126, next: idOf<PageId>(3), movesOnBy: byForm }),
  stepOf(3, { name: 'Thank you', visitors: 70 }),
];
const opened = (steps: PathStep[], index = 0, isWeakest = false) => {
  const board = boardOf(steps);
  const server = serverOf().on(api.drawWire, {} as never);
  const onAdd = jest.fn();
  show(
    <PathBench board={board}>
      <Hop board={board} index={index} isWeakest={isWeakest} onAdd={onAdd} />
    </PathBench>,
    server,
  );
  return { server, onAdd };
};
const openChoice = (name = 'First visit') =>
  fireEvent.click(screen.getByRole('button', { name: `Where ${name} leads, and how` }));
const pick = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it('says which share passes on, and by what', () => {
  opened(three());
  expect(screen.getByText('19.7%')).toBeTruthy();
  expect(screen.getByText('Sends the form')).toBeTruthy();
  expect(screen.queryByText('Biggest drop-off')).toBeNull();
});

it('marks the weakest', () => {
  opened(three(), 0, true);
  expect(screen.getByText('Biggest drop-off')).toBeTruthy();
});

it('says when nothing leads on', () => {
  opened(three({ movesOnBy: null, next: null, carriers: [] }));
  expect(screen.getByText('Nothing leads on from here.')).toBeTruthy();
});

it('names the step where it leads past others', () => {
  opened(three({ next: idOf<PageId>(3) }));
  expect(screen.getByText('to 3 · Thank you')).toBeTruthy();
});

it('counts nothing as nothing while nobody came', () => {
  opened(three({ visitors: 0 }));
  expect(screen.queryByText(/NaN|Infinity/)).toBeNull();
});

it('offers a step behind it', () => {
  const { onAdd } = opened(three());
  fireEvent.click(screen.getByRole('button', { name: 'Add a step after First visit' }));
  expect(onAdd).toHaveBeenCalled();
});

it('leads elsewhere by what leads on now', async () => {
  const { server } = opened(three());
  openChoice();
  expect(screen.getByRole('option', { name: 'As now: First-visit request' })).toBeTruthy();
  pick('Leads to', idOf(3));
  fireEvent.click(screen.getByRole('button', { name: 'Connect' }));
  await screen.findByText(/^First visit leads to Thank you now\./);
  expect(server.sent(api.drawWire)[0]).toMatchObject({
    params: { pageId: idOf(1) },
    body: { to: idOf(3), by: null },
  });
});

it('lets a form that stays lead on, or makes a button for it', async () => {
  const stays = { ...form, leadsOn: false };
  const { server } = opened(three({ movesOnBy: null, next: null, carriers: [stays] }));
  openChoice();
  expect(
    [...screen.getByLabelText<HTMLSelectElement>('Continue via').options].map(({ text }) => text),
  ).toEqual(['The form “First-visit request”', 'A new button at the end of the page']);
  fireEvent.click(screen.getByRole('button', { name: 'Connect' }));
  await waitFor(() => expect(server.sent(api.drawWire)).toHaveLength(1));
  expect(server.sent(api.drawWire)[0]!.body).toEqual({
    to: idOf(2),
    by: { kind: 'form', id: idOf(60) },
  });
  openChoice();
  pick('Continue via', 'new-button');
  fireEvent.click(screen.getByRole('button', { name: 'Connect' }));
  await waitFor(() => expect(server.sent(api.drawWire)).toHaveLength(2));
  expect(server.sent(api.drawWire)[1]!.body).toMatchObject({ by: { kind: 'new-button' } });
});

it('says why a wire could not be drawn', async () => {
  const { server } = opened(three());
  server.on(api.drawWire, () => refusal(400, 'That form stands on another page too.'));
  openChoice();
  fireEvent.click(screen.getByRole('button', { name: 'Connect' }));
  await screen.findByText('That form stands on another page too.');
});
