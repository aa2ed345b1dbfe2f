import { api, type FunnelResults, type FunnelSummary } from '@plumgate/contract';
import type { FormId, FunnelId, PageId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { dropOffWords, durationWords } from './funnel-words.ts';
import { FunnelResultsScreen } from './funnel-results-screen.tsx';

const [ask, time] = [idOf<PageId>(1), idOf<PageId>(2)];
const results = (changes: Partial<FunnelResults> = {}): FunnelResults => ({
  name: 'First visit',
  sources: ['Search', 'Letter'],
  steps: [
    {
      ...{ pageId: ask, name: 'Ask', visitors: 1000 },
      seen: { told: 400, reachedEnd: 100, medianSeconds: 41 },
      hop: {
        ...{ to: time, by: 'form', passed: 110, medianSeconds: 300 },
        rate: { value: 0.11, low: 0.092, high: 0.131 },
        benchmark: { value: 0.2, origin: 'rule' },
      },
      forms: [
        {
          ...{ formId: idOf<FormId>(5), name: 'First visit form', began: 200, sent: 110 },
          questions: [
            { key: 'name', label: 'Your name', left: 0 },
            { key: 'phone', label: 'Mobile', left: 80 },
          ],
          leftElsewhere: 10,
        },
      ],
    },
    { ...{ pageId: time, name: 'Choose a time', visitors: 110 }, seen: null, hop: null, forms: [] },
  ],
  dropOff: { page: ask },
  ...changes,
});
function opened(answer: FunnelResults) {
  const funnel: FunnelSummary = {
    ...{
      clientId: quayside.id,
      id: idOf<FunnelId>(7),
      name: 'First visit',
      folder: '',
      steps: 2,
      pages: [],
    },
    ...{ state: 'live', address: null, visitors30: 10, leads30: 1, converted30: 1 },
  };
  const server = serverOf()
    .on(api.listFunnels, { funnels: [funnel] })
    .on(api.getFunnelResults, answer);
  show(<FunnelResultsScreen />, server, { at: 'results/funnel', place: 'results/funnel' });
  return server;
}

it('says where most are lost and against what, and at which question the form is left', async () => {
  opened(results());
  expect(
    await screen.findByText(
      'Most are lost between “Ask” and “Choose a time”: 11.0% go on, against 20.0% as a rule of thumb.',
    ),
  ).toBeTruthy();
  expect(screen.getByText('Biggest drop-off')).toBeTruthy();
  expect(
    screen.getByText(
      '110 sent the form · between 9.2% and 13.1%, 95% sure · measured against 20.0% as a rule of thumb · after 5 min',
    ),
  ).toBeTruthy();
  expect(screen.getByText('looked at for 41 s, 25.0% came near the end')).toBeTruthy();
  const [, phone, unknown] = screen.getAllByText(/%$/, { selector: 'span.text-muted' });
  expect([phone!.textContent, unknown!.textContent]).toEqual(['40.0%', '5.0%']);
});

it('is asked of one source and one kind of device', async () => {
  const server = opened(results({ dropOff: { none: 'too-few' } }));
  await screen.findByText('Too few visitors yet to say where most are lost.');
  fireEvent.change(screen.getByLabelText('Source'), { target: { value: 'Letter' } });
  fireEvent.change(screen.getByLabelText('Device'), { target: { value: 'phone' } });
  await waitFor(() =>
    expect(server.sent(api.getFunnelResults).at(-1)!.query).toMatchObject({
      source: 'Letter',
      device: 'phone',
    }),
  );
});

it.each([
  [{ none: 'one-hop' }, 'With one way on alone it can’t be said where most are lost.'],
  [{ none: 'no-difference' }, 'No step loses clearly more than it is measured against.'],
] as const)('says why nothing is named: %j', (dropOff, words) =>
  expect(dropOffWords(results({ dropOff }))).toBe(words),
);

it.each([
  [40, '40 s'],
  [200, '3 min'],
  [7200, '2 h'],
  [300_000, '3 days'],
])('%s seconds are %s', (seconds, words) => expect(durationWords(seconds)).toBe(words));
