import { api, type StageBoard } from '@plumgate/contract';
import type { StageId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { personOf } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { BoardScreen } from './board-screen.tsx';

type Stage = StageBoard['stages'][number];
const stage = (n: number, name: string, changes: Partial<Stage> = {}): Stage => ({
  id: idOf<StageId>(n),
  ...{ name, outcome: 'open', movedBy: null, people: 0, value: 0, cards: [] },
  ...changes,
});
const board: StageBoard = {
  currency: 'USD',
  stages: [
    stage(60, 'New', { people: 120, value: 125_050, cards: [personOf(1, { value: 125_050 })] }),
    stage(61, 'Contacted', { movedBy: 'touched' }),
    stage(62, 'Lost', {
      ...{ outcome: 'lost', people: 1, cards: [personOf(2, { lostReason: 'Price' })] },
    }),
  ],
};
const opened = async (shown = board) => {
  const server = serverOf().on(api.getStageBoard, shown).on(api.changePerson, { changed: true });
  server.on(api.saveStages, {});
  show(<BoardScreen />, server, { at: 'people/board' });
  await screen.findByRole('region', { name: 'New' });
  return server;
};
const card = (name: string) => screen.getByRole('link', { name });

it('shows how many are in each stage, what they are worth, and a way to all of them', async () => {
  await opened();
  const column = within(screen.getByRole('region', { name: 'New' }));
  expect(column.getByText('120 · $1,250.50')).toBeTruthy();
  expect(column.getByRole('link', { name: '119 more' }).getAttribute('href')).toContain('asked=');
  expect(
    within(screen.getByRole('region', { name: 'Contacted' })).getByText('Nobody now.'),
  ).toBeTruthy();
});

it('moves a card by keys, and back by Undo', async () => {
  const server = await opened();
  fireEvent.keyDown(card('Odalys Penhallow 1'), { key: 'ArrowRight', shiftKey: true });
  await screen.findByText('Odalys Penhallow 1 is in Contacted.');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() =>
    expect(server.sent(api.changePerson).map(({ body }) => body)).toEqual([
      { kind: 'stage', to: idOf(61), reason: '' },
      { kind: 'stage', to: idOf(60), reason: '' },
    ]),
  );
});

it('asks why somebody is lost', async () => {
  const [first, , last] = board.stages;
  const server = await opened({ ...board, stages: [first!, last!] });
  fireEvent.keyDown(card('Odalys Penhallow 1'), { key: 'ArrowRight', shiftKey: true });
  expect(server.sent(api.changePerson)).toHaveLength(0);
  fireEvent.change(screen.getByLabelText('Why'), { target: { value: ' Too dear ' } });
  fireEvent.click(screen.getByRole('button', { name: 'Move' }));
  await waitFor(() =>
    expect(server.sent(api.changePerson)[0]!.body).toEqual({
      ...{ kind: 'stage', to: idOf(62), reason: 'Too dear' },
    }),
  );
});

it('edits the stages, and says where people of a removed one go', async () => {
  const server = await opened();
  fireEvent.click(screen.getByRole('button', { name: 'Stages' }));
  const name = screen.getByLabelText('Name of stage 2');
  fireEvent.change(name, { target: { value: 'New' } });
  expect(screen.getByRole('alert').textContent).toBe('Give each stage a name of its own.');
  fireEvent.change(name, { target: { value: 'Called' } });
  fireEvent.click(screen.getByRole('button', { name: 'Remove Lost' }));
  expect(screen.getByText('1 person goes from “Lost” to the stage before it.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.saveStages)[0]!.body).toEqual({
      stages: [
        { id: idOf(60), name: 'New', outcome: 'open', movedBy: null },
        { id: idOf(61), name: 'Called', outcome: 'open', movedBy: 'touched' },
      ],
    }),
  );
});
