import { api, type ReportView } from '@plumgate/contract';
import type { ReportId, ReportIssueId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { ReportsScreen } from './reports-screen.tsx';

const report = (changes: Partial<ReportView> = {}): ReportView => ({
  reportId: idOf<ReportId>(1),
  content: {
    ...{ name: 'Monthly', parts: ['words', 'numbers'], brand: 'client' },
    schedule: { day: 3, to: ['owner@quayside.example'] },
  },
  nextAt: '2026-12-03T13:00:00Z',
  issues: [
    {
      ...{ issueId: idOf<ReportIssueId>(2), month: '2026-10', words: 'Good.' },
      href: 'http://quayside-dental.localhost/~/report/x',
      ...{ madeAt: '2026-11-03T13:00:00Z', expiresAt: '2027-02-03T13:00:00Z' },
      sentAt: '2026-11-03T13:00:00Z',
    },
  ],
  ...changes,
});
function opened(reports: ReportView[]) {
  const server = serverOf()
    .on(api.listReports, () => ({ reports }))
    .on(api.addReport, () => ({ reportId: idOf<ReportId>(9) }))
    .on(api.changeReport, {})
    .on(api.removeReport, {})
    .on(api.makeReport, () => report().issues[0]!)
    .on(api.changeReportWords, {})
    .on(api.sendReport, {})
    .on(api.withdrawReport, {});
  show(<ReportsScreen />, server, { at: 'results/reports', place: 'results/reports' });
  return server;
}
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

it('says what a report shows, to whom it goes, and which months were made', async () => {
  opened([report(), report({ reportId: idOf<ReportId>(5), nextAt: null, issues: [] })]);
  await screen.findByText('Sent to owner@quayside.example; next on Dec 3, 2026');
  expect(screen.getAllByText('Our words · The month in numbers')).toHaveLength(2);
  expect(screen.getByText('Sent by hand')).toBeTruthy();
  expect(screen.getByText('October 2026', { selector: 'a' }).getAttribute('href')).toContain(
    '/~/report/',
  );
  expect(
    screen.getByText('made Nov 3, 2026, sent Nov 3, 2026; its link works until Feb 3, 2027'),
  ).toBeTruthy();
});

it('lays a report out: parts chosen and ordered, a schedule that needs an address', async () => {
  const server = opened([]);
  await screen.findByText('No report is laid out yet');
  press('Add a report');
  const dialog = within(screen.getByRole('dialog'));
  fireEvent.click(dialog.getByLabelText('Conversions'));
  for (const part of ['Ideas tested', 'The leads', 'Pages', 'Where they came from', 'Our words'])
    fireEvent.click(dialog.getByLabelText(part));
  fireEvent.click(dialog.getByRole('button', { name: 'The month in numbers later' }));
  fireEvent.click(dialog.getByLabelText('Ours'));
  fireEvent.click(dialog.getByLabelText('Send it by itself each month'));
  const save = dialog.getByRole('button', { name: 'Save' });
  expect(save.hasAttribute('disabled')).toBe(true);
  const to = dialog.getByLabelText('To these addresses, one a line');
  fireEvent.change(to, { target: { value: 'nobody' } });
  expect(dialog.getByText('Give an email address.')).toBeTruthy();
  fireEvent.change(to, { target: { value: ' a@example.com \n\nb@example.com' } });
  fireEvent.click(save);
  await waitFor(() =>
    expect(server.sent(api.addReport)[0]!.body).toEqual({
      ...{ name: 'Monthly report', parts: ['line', 'numbers'], brand: 'agency' },
      schedule: { day: 3, to: ['a@example.com', 'b@example.com'] },
    }),
  );
});

it('makes a month, keeps words, and sends it', async () => {
  const server = opened([report()]);
  await screen.findByText('Make again');
  fireEvent.change(screen.getByLabelText('Month'), { target: { value: '2026-09' } });
  press('Make it');
  await waitFor(() => expect(server.sent(api.makeReport)[0]!.body).toEqual({ month: '2026-09' }));
  press('Words and send');
  fireEvent.change(screen.getByLabelText('What you say of the month'), {
    target: { value: 'Better.' },
  });
  press('Save and send');
  await screen.findByText('Sent to owner@quayside.example.');
  expect(server.sent(api.changeReportWords)[0]!.body).toEqual({ words: 'Better.' });
  expect(server.sent(api.sendReport)[0]!.body).toEqual({ to: ['owner@quayside.example'] });
});

it('says that links end before a report is deleted', async () => {
  const server = opened([report()]);
  await screen.findByText('Make again');
  press('Delete Monthly');
  expect(screen.getByText('Its link ends.')).toBeTruthy();
  expect(server.sent(api.removeReport)).toEqual([]);
  press('Delete');
  await waitFor(() => expect(server.sent(api.removeReport)).toHaveLength(1));
});
