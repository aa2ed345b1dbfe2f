import { api, type TestRunPoint } from '@plumgate/contract';
import { fireEvent, screen, within } from '@testing-library/react';
import { boardOf, stepOf } from '../../testing/samples.ts';
import { refusal } from '../../testing/fake-server.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { TestRunDialog } from './test-run-dialog.tsx';

const point = (changes: Partial<TestRunPoint>): TestRunPoint => ({
  page: 'First visit',
  width: 'wide',
  what: 'Opened',
  took: 12,
  ok: true,
  lines: ['/first-visit'],
  ...changes,
});
const testRunId = idOf<string>(77);
const board = boardOf([stepOf(1)]);
const start = () => fireEvent.click(screen.getByRole('button', { name: 'Start' }));

it('says beforehand what it does and that nothing is left', () => {
  show(<TestRunDialog board={board} onClose={() => {}} />, serverOf());
  expect(screen.getByText(/no\s+people, messages or numbers behind/)).toBeTruthy();
});

it.each([
  ['live', 'live', 'The live pages'],
  ['changed', 'draft', 'The drafts'],
] as const)('sets out through what is worth it: a step that is %s', async (state, which, label) => {
  const server = serverOf()
    .on(api.startTestRun, { testRunId })
    .on(api.getTestRun, { points: [], over: true });
  show(<TestRunDialog board={boardOf([stepOf(1, { state })])} onClose={() => {}} />, server);
  expect(screen.getByLabelText<HTMLInputElement>(label).checked).toBe(true);
  start();
  await screen.findByRole('button', { name: 'Run again' });
  expect(server.sent(api.startTestRun)[0]!.body).toEqual({ which });
});

it('shows each thing as it happens, wide and on a phone, until it is over', async () => {
  const all = [point({}), point({ what: 'Sent “Visit”', width: 'phone', lines: ['a person'] })];
  let asked = 0;
  const server = serverOf()
    .on(api.startTestRun, { testRunId })
    .on(api.getTestRun, () => {
      asked += 1;
      return { points: all.slice(0, asked), over: asked > 2 };
    });
  show(<TestRunDialog board={board} onClose={() => {}} />, server);
  start();
  await screen.findByText('1 things so far');
  await screen.findByText('The path works: 2 things done, nothing left behind.');
  expect(
    within(screen.getByRole('region', { name: 'Wide' })).getAllByRole('listitem'),
  ).toHaveLength(1);
  const phone = screen.getByRole('region', { name: 'On a phone' });
  expect(within(phone).getByText('Sent “Visit”')).toBeTruthy();
  expect(within(phone).getByText('a person')).toBeTruthy();
});

it('says how many broke, and marks each', async () => {
  const server = serverOf()
    .on(api.startTestRun, { testRunId })
    .on(api.getTestRun, {
      points: [
        point({}),
        point({ what: 'Button “Next”', ok: false, lines: ['It leads nowhere.'] }),
      ],
      over: true,
    });
  show(<TestRunDialog board={board} onClose={() => {}} />, server);
  start();
  await screen.findByText('1 of 2 things broke.');
  const broken = screen.getByText('Button “Next”').closest('li')!;
  expect(within(broken).getByLabelText('Broke')).toBeTruthy();
  expect(within(broken).getByText('It leads nowhere.')).toBeTruthy();
});

it('says why it could not set out', async () => {
  const server = serverOf().on(api.startTestRun, () => refusal(404, 'This funnel is gone.'));
  show(<TestRunDialog board={board} onClose={() => {}} />, server);
  start();
  await screen.findByText('This funnel is gone.');
});
