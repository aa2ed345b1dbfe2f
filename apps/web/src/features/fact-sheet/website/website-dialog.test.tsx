import { api } from '@plumgate/contract';
import type { PictureId } from '@plumgate/core/basics';
import { plainBrand } from '@plumgate/core/brand';
import type { Brand } from '@plumgate/core/brand';
import type { Facts } from '@plumgate/core/clients';
import type { WebsiteReading } from '@plumgate/core/website';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../../testing/fake-server.ts';
import { sheet } from '../../../testing/samples.ts';
import { idOf, serverOf, show } from '../../../testing/show.tsx';
import { FactSheetScreen } from '../fact-sheet-screen.tsx';
import { weekLine } from './found-lines.ts';

const address = 'http://quayside.test/';
const found = <Value,>(value: Value, how: 'data' | 'link' | 'words' = 'data') => ({
  value,
  how,
  page: address,
});
const orange = { ...plainBrand.colours, action: '#C8501A' };
const reading: WebsiteReading = {
  address,
  pages: [{ address, title: 'Quayside' }],
  facts: {
    name: found(sheet.name),
    phone: found('(207) 555-0188', 'words'),
    email: null,
    address: null,
    week: null,
    social: null,
    areas: found(['Port Alder', 'Gull Neck']),
    services: null,
  },
  palettes: [orange],
  logos: [],
  pictures: [
    {
      address: `${address}van.png`,
      alt: 'The van',
      page: address,
      preview: 'data:,',
      width: 800,
      height: 600,
    },
  ],
  reviews: [
    { said: 'Kind and quick.', who: 'Nell', stars: 5, source: 'quayside.test', page: address },
  ],
  problems: [],
};

async function opened(answer: () => WebsiteReading | ReturnType<typeof refusal> = () => reading) {
  const given = { ...sheet, facts: { ...sheet.facts, areas: [] } };
  const server = serverOf()
    .on(api.getClient, given)
    .on(api.saveFacts, given)
    .on(api.saveBrand, given)
    .on(api.readWebsite, answer)
    .on(api.getClientRecords, { staff: [], services: [], reviews: [] })
    .on(api.saveClientRecords, { staff: [], services: [], reviews: [] });
  show(<FactSheetScreen />, server, { at: 'set-up' });
  fireEvent.click(await screen.findByRole('button', { name: 'From their website' }));
  const dialog = within(await screen.findByRole('dialog'));
  fireEvent.change(dialog.getByLabelText('Address of the website'), {
    target: { value: 'quayside.test' },
  });
  fireEvent.click(dialog.getByRole('button', { name: 'Read it' }));
  return { server, dialog };
}
const box = (dialog: { getByRole: typeof screen.getByRole }, name: RegExp) =>
  dialog.getByRole<HTMLInputElement>('checkbox', { name });

it('offers what the fact sheet lacks ticked, what it has otherwise beside it, and takes only what is ticked', async () => {
  const { server, dialog } = await opened();
  await dialog.findByText(/One page of quayside.test was read/);
  expect(dialog.queryByText('Name')).toBeNull();
  expect(box(dialog, /Areas served/).checked).toBe(true);
  expect(box(dialog, /Phone/).checked).toBe(false);
  expect(dialog.getByText(/Now: \(207\) 555-0142 · Read from the text: check it/)).toBeTruthy();
  expect([server.sent(api.saveFacts), server.sent(api.saveBrand)]).toEqual([[], []]);
  fireEvent.click(dialog.getByRole('button', { name: 'Palette 1' }));
  fireEvent.click(dialog.getByRole('button', { name: 'Use this one' }));
  await waitFor(() => expect(server.sent(api.saveFacts)).toHaveLength(1));
  const { facts } = server.sent(api.saveFacts)[0]!.body as { facts: Facts };
  expect(facts).toMatchObject({ areas: ['Port Alder', 'Gull Neck'], phone: '(207) 555-0142' });
  expect([server.sent(api.saveBrand), server.sent(api.saveClientRecords)]).toEqual([[], []]);
});

it('takes colors, reviews with their source and photographs where they are ticked', async () => {
  const { server, dialog } = await opened();
  server.on(api.fetchPicture, {
    ...{ id: idOf<PictureId>(7), name: 'van', width: 800, height: 600 },
    src: '/van.webp',
  });
  // No colors were chosen for this client yet, so the first palette is ticked.
  const palette = await dialog.findByRole('button', { name: 'Palette 1' });
  expect(palette.getAttribute('aria-pressed')).toBe('true');
  fireEvent.click(dialog.getByRole('button', { name: 'The van' }));
  fireEvent.click(box(dialog, /Kind and quick/));
  fireEvent.click(dialog.getByRole('button', { name: 'Use these 4' }));
  await waitFor(() => expect(server.sent(api.saveFacts)).toHaveLength(1));
  expect((server.sent(api.saveBrand)[0]!.body as Brand).colours).toEqual(orange);
  expect(server.sent(api.saveClientRecords)[0]!.body).toMatchObject({
    records: {
      reviews: [{ said: 'Kind and quick.', who: 'Nell', stars: 5, source: 'quayside.test' }],
    },
  });
  const { facts } = server.sent(api.saveFacts)[0]!.body as { facts: Facts };
  expect(facts.photographs.at(-1)).toMatchObject({ picture: { id: idOf(7) }, alt: 'The van' });
});

it('says why a website can’t be read, and keeps the address', async () => {
  const { dialog } = await opened(() => refusal(422, 'There is no such host. Check the address.'));
  expect(await dialog.findByText('There is no such host. Check the address.')).toBeTruthy();
  expect(dialog.getByLabelText<HTMLInputElement>('Address of the website').value).toBe(
    'quayside.test',
  );
});

it('puts days with the same hours together', () => {
  const day = [{ from: '07:30', to: '17:00' }];
  const saturday = [{ from: '08:00', to: '12:00' }];
  expect(weekLine([day, day, day, [], day, saturday, []], 'en-US')).toBe(
    'Mon–Wed 7:30 AM – 5 PM, Fri 7:30 AM – 5 PM, Sat 8 AM – 12 PM',
  );
});
