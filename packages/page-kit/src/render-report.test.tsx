import { plainBrand } from '@plumgate/core/brand';
import { allReportParts, type ReportSheet } from '@plumgate/core/reports';
import { renderReport, type ReportPage } from './render-report.tsx';

const none = {
  ...{ visitors: 0, converted: 0, leads: 0, bookings: 0, came: 0, won: 0, value: 0 as never },
  cost: null,
};
const empty: ReportSheet = {
  ...{ period: { from: '2026-10-01', to: '2026-10-31' }, currency: 'USD' },
  ...{ numbers: none, before: none, days: [], sources: [], pages: [] },
  ...{ conversions: [], tests: [], leads: [], moreLeads: 0 },
};
const render = (sheet: Partial<ReportSheet>, changes: Partial<ReportPage> = {}) =>
  renderReport({
    ...{ clientName: 'Quayside <Dental>', brand: plainBrand, agency: 'Tallow', by: 'client' },
    ...{ assets: '/~', script: (parts) => `${parts.join()}.js`, locale: 'en-US' },
    ...{ name: 'Monthly', month: 'October 2026', made: 'November 3', until: 'February 3' },
    ...{ parts: allReportParts, words: '', sheet: { ...empty, ...sheet } },
    ...changes,
  });

it('says that nobody came, and leaves out what there is nothing to say of', () => {
  const html = render({});
  expect(html).toContain('Nobody came to the pages in this month.');
  for (const heading of ['Ideas tested', 'The leads', 'Pages</h2>', 'Conversions'])
    expect(html).not.toContain(heading);
  expect(html).toContain('Quayside &lt;Dental&gt;');
});

it('names a rate only with enough visitors, with what chance leaves open', () => {
  const many = { ...none, visitors: 200, converted: 20, leads: 20, cost: 50_000 };
  const html = render({
    numbers: many,
    before: { ...none, leads: 30 },
    sources: [
      { ...many, label: 'Search' },
      { ...none, visitors: 49, converted: 20, label: 'Letter' },
    ],
  });
  // Wilson's interval of 20 in 200, by the formula of the NIST handbook, 7.2.4.1.
  for (const said of [
    '10.0%',
    'between 6.6% and 14.9%, 95% sure',
    'down from 30',
    '$25.00 for a lead',
  ])
    expect(html).toContain(said);
  expect(html).toMatch(/Letter<\/td><td class="n">49<\/td><td class="n">0<\/td><td class="n">–/);
});

it('draws each day of the month, those without a visit too', () => {
  const days = [{ day: '2026-10-05', visitors: 8, leads: 2 }];
  const html = render({ days, numbers: { ...none, visitors: 8, leads: 2 } });
  expect(html.match(/<rect/g)).toHaveLength(62);
  expect(html).toContain('8 visitors and 2 leads; at most 8 visitors on a day.');
});

it('is in the agency’s name and look where that is asked, and prints without its button', () => {
  const html = render({}, { by: 'agency', words: 'Well done.' });
  expect(html).toContain('<p class="quiet">Tallow</p>');
  expect(html).toContain('For Quayside &lt;Dental&gt;.');
  expect(html).toContain('<p class="words">Well done.</p>');
  expect(html).toMatch(/@media print\{[^}]*\}button\{display:none\}/);
});
