import { api, type ConversionView } from '@plumgate/contract';
import type { Cents, PageId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { emptyChoices, idOf, serverOf, show } from '../../testing/show.tsx';
import { ConversionsScreen } from './conversions-screen.tsx';

const conversion = (changes: Partial<ConversionView> = {}): ConversionView => ({
  conversionId: idOf(1),
  content: {
    ...{ name: 'Won job', on: { kind: 'lead', form: idOf(5) }, value: { kind: 'person' } },
    rule: { counts: 'once', windowDays: 30, credit: 'last-paid' },
  },
  ...{ count: 12, value: 90_000 as Cents, clicks: 3, lastAt: '2026-11-04T15:00:00Z' },
  sources: [
    { source: 'Search ads', count: 9, value: 80_000 as Cents },
    { source: '', count: 3, value: 10_000 as Cents },
  ],
  ...changes,
});
const opened = (conversions: ConversionView[]) => {
  const form = [{ id: idOf<string>(5), name: 'First visit' }];
  const parts = [
    {
      ...{ page: idOf<PageId>(6), id: 'film', kind: 'video' as const },
      name: 'The practice',
      isMeasured: true,
    },
    {
      ...{ page: idOf<PageId>(6), id: 'there', kind: 'video' as const },
      name: 'Elsewhere',
      isMeasured: false,
    },
  ];
  const server = serverOf()
    .on(api.listConversions, () => ({ conversions }))
    .on(api.getConditionChoices, () => ({ ...emptyChoices, form, parts }))
    .on(api.listFiles, { files: [] })
    .on(api.addConversion, () => ({ conversionId: idOf<ConversionView['conversionId']>(2) }));
  show(<ConversionsScreen />, server, { at: 'results/conversions', place: 'results/conversions' });
  return server;
};

it('says what counts, how, whether it was seen, and which visits led to it', async () => {
  opened([
    conversion(),
    conversion({
      ...{ conversionId: idOf(3), count: 0, clicks: 0, lastAt: null, sources: [] },
      content: { ...conversion().content, name: 'Call', on: { kind: 'call' } },
    }),
  ]);
  expect(
    await screen.findByText(
      'A form was sent: First visit · Once a person; the last visit that was paid for within 30 days gets the credit · each worth what the person’s record says',
    ),
  ).toBeTruthy();
  expect(screen.getByText('Verified, last Nov 4, 2026')).toBeTruthy();
  expect(screen.getByText('Export 3 ad clicks as CSV')).toBeTruthy();
  expect(screen.getByText(/No visit known/).textContent).toBe('No visit known 3 ($100)');
  expect(screen.getByText(/^Not seen yet\. Press a phone number/)).toBeTruthy();
});

it('counts another one, with what it is worth', async () => {
  const server = opened([]);
  fireEvent.click(await screen.findByRole('button', { name: 'Count a conversion' }));
  const dialog = screen.getByRole('dialog');
  const type = (label: string, value: string) =>
    fireEvent.change(within(dialog).getByLabelText(label), { target: { value } });
  type('Name', 'Lead');
  type('Which form', idOf<string>(5));
  type('What one is worth', 'share');
  expect(within(dialog).getByRole('button', { name: 'Save' }).hasAttribute('disabled')).toBe(true);
  type('A job, in USD', '1,200');
  type('Won of 100', '20');
  type('Within so many days', '14');
  fireEvent.click(within(dialog).getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.addConversion)[0]!.body).toEqual({
      ...{ name: 'Lead', on: { kind: 'lead', form: idOf(5) } },
      value: { kind: 'share', percent: 20, amount: 120_000 },
      rule: { counts: 'once', windowDays: 14, credit: 'last' },
    }),
  );
});

it('counts a video that was watched to its half', async () => {
  const server = opened([]);
  fireEvent.click(await screen.findByRole('button', { name: 'Count a conversion' }));
  const type = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });
  type('Name', 'Saw the practice');
  type('What counts', 'video');
  // Of a film that another site plays nobody tells how much was watched.
  expect(within(screen.getByLabelText('Which video')).getAllByRole('option')).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.addConversion)[0]!.body).toMatchObject({
      on: { kind: 'video', page: idOf(6), part: 'film', share: 50 },
    }),
  );
});
