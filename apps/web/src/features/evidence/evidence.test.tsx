import { api } from '@plumgate/contract';
import { rateOf } from '@plumgate/core/results';
import { fireEvent, screen, within } from '@testing-library/react';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { EvidenceScreen } from './evidence-screen.tsx';

const page = (number: number, name: string, visitors30: number) => ({
  ...{ pageId: idOf(number) as never, name, funnelId: idOf(9) as never, funnel: 'Patients' },
  ...{ slug: name, address: '', live: true, state: 'live' as const, visitors30, leads30: 0 },
  ...{ converted30: 0, leadsEver: 0, hasForm: true },
  ...{ createdAt: '2026-11-01T09:00:00Z', changedAt: '2026-11-01T09:00:00Z' },
});
const row = (number: number, visitors: number, conversions: number) => ({
  ...{ key: idOf(number), label: '', visitors, conversions, leads: conversions, bookings: 0 },
  ...{ came: 0, won: 0, value: 0, cost: null },
  rate: rateOf({ converted: conversions, visitors }),
});
const opened = (others = 2) => {
  const rows = [row(1, 640, 126), row(2, 20, 3)];
  const rate = others > 1 ? rateOf({ converted: 60, visitors: 600 }) : null;
  const server = serverOf()
    .on(api.listPages, () => ({ pages: [page(2, 'Short', 9), page(1, 'First visit', 200)] }))
    .on(api.getResults, () => ({ rows, total: rows[0]! }))
    .on(api.getBenchmark, () => ({
      ...{ trade: 'Dentist', others, visitors: 600, conversions: 60, rate },
    }))
    .on(api.listTests, () => ({ tests: [] }))
    .on(api.getTestGrounds, () => ({
      ...{ rate: 0.197, visitors: 640, perDay: 7, isLive: true, isChanged: false },
      sources: [],
    }));
  show(<EvidenceScreen />, server, { at: 'results/evidence', place: 'results/evidence' });
};

it('says what the page that most came to brings, beside its past and its trade', async () => {
  opened();
  expect(
    await screen.findByText(
      '126 of 640 visitors became leads: 19.7%, likely between 16.8% and 22.9%.',
    ),
  ).toBeTruthy();
  expect(screen.getByText('What “First visit” brings')).toBeTruthy();
  const trade = screen.getByRole('row', { name: /^2 other clients of ours/ });
  expect(within(trade).getByText('10.0%')).toBeTruthy();
  expect(screen.getByText('Nothing yet.')).toBeTruthy();
  expect(screen.getByText(/To find a rise from 19\.7% to 25\.6%/)).toBeTruthy();
});

it('says of another page what little there is to say, and why there is no trade', async () => {
  opened(1);
  await screen.findByText(/There are too few other clients of this trade \(Dentist\)/);
  fireEvent.change(screen.getByLabelText('Page'), { target: { value: idOf(2) } });
  expect(
    await screen.findByText('3 of 20 visitors became leads: too few have come to say more.'),
  ).toBeTruthy();
});
