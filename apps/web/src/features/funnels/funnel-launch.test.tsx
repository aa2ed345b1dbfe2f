import { api, type PageLaunch, type PathStep } from '@plumgate/contract';
import { found, type Finding } from '@plumgate/core/launch';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { boardOf, stepOf } from '../../testing/samples.ts';
import { quayside, serverOf, show } from '../../testing/show.tsx';
import { FunnelLaunch } from './funnel-launch.tsx';

const reading = { words: 212, ease: 68, grade: 5.6, seconds: 53 };
const launchOf = (step: PathStep, findings: Finding[]): PageLaunch => ({
  pageId: step.pageId,
  name: step.name,
  findings,
  reading,
});
const opened = async (states: PathStep['state'][], findings: Finding[] = []) => {
  const steps = states.map((state, index) => stepOf(index + 1, { state }));
  const server = serverOf().on(api.checkLaunch, {
    pages: steps.map((step, index) => launchOf(step, index === 0 ? findings : [])),
  });
  const shown = show(<FunnelLaunch board={boardOf(steps)} clientSlug={quayside.slug} />, server);
  await waitFor(() => expect(server.sent(api.checkLaunch).length).toBeGreaterThan(0));
  return { server, ...shown };
};
const publishButton = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name });

it.each([
  [['live', 'changed'], 'Publish 1 step'],
  [['draft', 'changed'], 'Publish 2 steps'],
] as const)('with steps that are %j says “%s”', async (states, words) => {
  await opened([...states]);
  expect(publishButton(words).disabled).toBe(false);
});

it('says that it is up to date where there is nothing to publish', async () => {
  await opened(['live', 'live']);
  expect(screen.getByText('Up to date')).toBeTruthy();
  expect(screen.queryByRole('button', { name: /Publish/ })).toBeNull();
});

it('publishes all that wait with one press, and says how many', async () => {
  const { server } = await opened(['draft', 'draft']);
  server.on(api.publishFunnel, { published: 2 });
  fireEvent.click(publishButton('Publish 2 steps'));
  await screen.findByText('Published 2 steps. Visitors see them from now on.');
});

it('says what stopped it, and nothing is done by halves', async () => {
  const { server } = await opened(['draft', 'draft']);
  server.on(api.publishFunnel, () => refusal(422, 'Step 1: Nothing leads on from this page.'));
  fireEvent.click(publishButton('Publish 2 steps'));
  await screen.findByText('Step 1: Nothing leads on from this page.');
  expect(publishButton('Publish 2 steps').disabled).toBe(false);
});

describe('the list', () => {
  const findings = [
    found('no-alternative', 'picture-1', { part: 'Picture' }),
    found('low-contrast', { at: 'brand' }, { what: 'The lines', ratio: '3.1', wanted: '4.5' }),
    found('not-set-up', { at: 'facts' }, { part: 'Map', lack: 'the place' }),
    found('calendar-shut', { at: 'calendars' }),
  ];
  const open = async () => {
    const shown = await opened(['draft', 'live'], findings);
    fireEvent.click(await screen.findByRole('button', { name: 'Launch check 4' }));
    return shown;
  };

  it('stands page by page, with how the words read', async () => {
    await open();
    const dialog = screen.getByRole('dialog', { name: 'Launch check' });
    expect(within(dialog).getByText('1 · Step 1')).toBeTruthy();
    expect(within(dialog).getByText('2 · Step 2')).toBeTruthy();
    expect(
      within(dialog).getAllByText('212 words, 53 seconds to read, grade 6 reading level'),
    ).toHaveLength(2);
    expect(within(dialog).getByText('“Picture” has a picture without a description.')).toBeTruthy();
  });

  it.each([
    [0, '/quayside-dental/pages/00000000-0000-4000-8000-000000000001?part=picture-1'],
    [1, '/quayside-dental/pages/00000000-0000-4000-8000-000000000001?show=brand'],
    [2, '/quayside-dental/set-up'],
    [3, '/quayside-dental/bookings'],
  ])('leads to the fix of finding %i', async (index, place) => {
    const { whereabouts } = await open();
    const dialog = screen.getByRole('dialog');
    fireEvent.click(within(dialog).getAllByRole('button')[index]!);
    await waitFor(() => expect(whereabouts()).toBe(place));
  });
});
