import { api, type TestView, type VariationView } from '@plumgate/contract';
import type { RevisionId } from '@plumgate/core/basics';
import { emptyPage } from '@plumgate/core/page';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { pageOf, sheet } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { TestScreen } from './test-screen.tsx';
import { TestsScreen } from './tests-screen.tsx';

const pageId = '00000000-0000-4000-8000-0000000000a1';
const testId = '00000000-0000-4000-8000-0000000000b1';
const variation = (index: number, changes: Partial<VariationView> = {}): VariationView => ({
  variationId: `00000000-0000-4000-8000-0000000000c${index}` as VariationView['variationId'],
  ...{ letter: 'ABCD'[index]!, change: index ? 'Headline' : '', share: 1, revisionId: null },
  ...{ visitors: 400, conversions: 40, rate: { value: 0.1, low: 0.07, high: 0.13 } },
  difference: index === 0 ? null : { low: -0.04, high: 0.05 },
  ...changes,
});
const test = (changes: Partial<TestView> = {}): TestView => ({
  ...{ testId: testId as TestView['testId'], hypothesis: 'A calmer headline', measure: 'lead' },
  page: { pageId: pageId as TestView['page']['pageId'], name: 'First visit', isDeleted: false },
  ...{ madeAt: '2026-11-05T14:00:00Z', startedAt: '2026-11-05T14:00:00Z', endedAt: null },
  ...{ state: 'running', verdict: 'too-early', winner: null, kept: null, lesson: '' },
  variations: [variation(0), variation(1)],
  ...{ base: 0.1, lift: 0.2, audience: { devices: [], sources: [] }, warnings: [], days: 3 },
  plan: { visitorsEach: 3841, perDay: 26, days: 517 },
  isSame: false,
  ...changes,
});
const opened = (given: TestView) => {
  const draft = { page: emptyPage('First visit'), forms: {} };
  const live = {
    ...{ revisionId: idOf<RevisionId>(40), publishedAt: '2026-11-01T09:00:00Z', isLive: true },
    by: null,
  };
  const server = serverOf()
    .on(api.getTest, () => given)
    .on(api.getEditorPage, () => pageOf(draft))
    .on(api.listRevisions, { revisions: [live] })
    .on(api.getRevision, { draft, client: sheet, next: null });
  show(<TestScreen />, server, {
    ...{ at: `results/tests/${testId}`, place: 'results/tests/:testId' },
  });
  return server;
};

it('says how a running test stands, and lets it be ended with what is to be kept', async () => {
  const given = test({ warnings: ['week-not-over'] });
  const server = opened(given).on(api.endTest, () => test({ state: 'ended', kept: 'B' }));
  expect(await screen.findByText(/^Too early to say/)).toBeTruthy();
  expect(screen.getByText(/It has run for less than a week/)).toBeTruthy();
  expect(screen.getByText(/400 of about 3,841 visitors for each variation, day 4/)).toBeTruthy();
  const row = screen.getByRole('row', { name: /^B/ });
  expect(within(row).getByText('−4.0 to +5.0')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'End the test' }));
  const dialog = screen.getByRole('dialog');
  expect(within(dialog).getByText(/It is early to decide/)).toBeTruthy();
  const [, b] = given.variations;
  fireEvent.change(within(dialog).getByLabelText('Show to all visitors from now on'), {
    target: { value: b!.variationId },
  });
  fireEvent.change(within(dialog).getByLabelText('What did you learn?'), {
    target: { value: 'Calm helps' },
  });
  fireEvent.click(within(dialog).getByRole('button', { name: 'End the test' }));
  await waitFor(() =>
    expect(server.sent(api.endTest).map(({ body }) => body)).toEqual([
      { keep: b!.variationId, lesson: 'Calm helps' },
    ]),
  );
});

it('says what a planned test compares, that the draft is the same, and starts it', async () => {
  const server = opened(test({ state: 'planned', startedAt: null, isSame: true })).on(
    api.startTest,
    () => test(),
  );
  expect(await screen.findByText(/still the same as A/)).toBeTruthy();
  expect(screen.getAllByText('50% of visitors')).toHaveLength(2);
  expect(
    screen.getByText(/from 10\.0% to 12\.0% in 8 of 10 tests, each variation needs about/),
  ).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Start the test' }));
  const dialog = within(screen.getByRole('dialog'));
  for (const letter of ['A', 'B']) {
    expect(await dialog.findByText(`${letter} on a wide screen`)).toBeTruthy();
    expect(dialog.getByText(`${letter} on a phone`)).toBeTruthy();
  }
  const start = dialog.getByRole('button', { name: 'Start now' });
  expect(start.hasAttribute('disabled')).toBe(true);
  fireEvent.click(dialog.getByLabelText(/^I have looked at both widths/));
  fireEvent.click(start);
  await waitFor(() => expect(server.sent(api.startTest)).toHaveLength(1));
});

it('lists the ideas with what came of them, and plans another for a live page', async () => {
  const server = serverOf()
    .on(api.listTests, () => ({ tests: [test({ state: 'ended', kept: 'B' })] }))
    .on(api.listPages, () => ({
      pages: [
        {
          ...{ pageId: pageId as never, name: 'First visit', funnelId: pageId as never },
          ...{ funnel: 'Nervous patients', slug: 'first-visit', address: '', live: true },
          ...{ state: 'changed' as const, visitors30: 0, leads30: 0, converted30: 0, leadsEver: 0 },
          ...{
            hasForm: true,
            createdAt: '2026-11-01T09:00:00Z',
            changedAt: '2026-11-01T09:00:00Z',
          },
        },
      ],
    }))
    .on(api.getTestGrounds, () => ({
      ...{ rate: 0.1, visitors: 900, perDay: 100, isLive: true, isChanged: true },
      sources: ['Search ads', 'Direct'],
    }))
    .on(api.createTest, () => test({ state: 'planned' }));
  show(<TestsScreen />, server, { at: 'results/tests', place: 'results/tests' });
  expect(await screen.findByText('B kept')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Test an idea' }));
  const dialog = await screen.findByRole('dialog');
  const plan = within(dialog).getByRole('button', { name: 'Plan the test' });
  expect(plan.hasAttribute('disabled')).toBe(true);
  fireEvent.change(within(dialog).getByLabelText('What do you expect, and why?'), {
    target: { value: 'Price in the headline brings more leads' },
  });
  expect(await within(dialog).findByText(/from 10\.0% to 12\.0% in 8 of 10/)).toBeTruthy();
  fireEvent.change(within(dialog).getByLabelText('Hoped for: so many % more'), {
    target: { value: '100' },
  });
  expect(within(dialog).getByText(/about 219 visitors.*up to 8 days/)).toBeTruthy();
  fireEvent.change(within(dialog).getByLabelText('Who came from'), {
    target: { value: 'Search ads' },
  });
  await waitFor(() =>
    expect(server.sent(api.getTestGrounds).at(-1)!.query).toMatchObject({ source: 'Search ads' }),
  );
  fireEvent.click(plan);
  await waitFor(() =>
    expect(server.sent(api.createTest)[0]).toMatchObject({
      body: {
        ...{ hypothesis: 'Price in the headline brings more leads', lift: 1 },
        audience: { sources: ['Search ads'] },
      },
    }),
  );
});

it('shows the variations of a running test side by side, as visitors see them', async () => {
  const shown = { revisionId: idOf<RevisionId>(41) };
  const server = opened(test({ variations: [variation(0, shown), variation(1, shown)] }));
  fireEvent.click(await screen.findByRole('button', { name: 'See the variations side by side' }));
  expect(await screen.findByText('B on a phone')).toBeTruthy();
  expect(server.sent(api.getRevision)[0]!.params).toMatchObject(shown);
});
