import { api } from '@plumgate/contract';
import type { Facts } from '@plumgate/core/clients';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { sheet } from '../../testing/samples.ts';
import { serverOf, show } from '../../testing/show.tsx';
import { FactSheetScreen } from './fact-sheet-screen.tsx';

const opened = async (facts: Partial<Facts> = {}) => {
  const given = { ...sheet, facts: { ...sheet.facts, ...facts } };
  const server = serverOf().on(api.getClient, given).on(api.saveFacts, given);
  show(<FactSheetScreen />, server, { at: 'set-up' });
  await screen.findByRole('heading', { name: 'Fact sheet' });
  return server;
};
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const keep = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });
const keptFacts = (server: ReturnType<typeof serverOf>) =>
  (server.sent(api.saveFacts)[0]?.body as { facts: Facts } | undefined)?.facts;

it('shows what is known, lists one on each line', async () => {
  await opened({ areas: ['Port Alder', 'Gull Neck'] });
  expect(screen.getByLabelText<HTMLInputElement>('Phone').value).toBe('(207) 555-0142');
  expect(screen.getByLabelText<HTMLTextAreaElement>('Areas served').value).toBe(
    'Port Alder\nGull Neck',
  );
});

it('has nothing to keep before something is changed, nor after it was kept', async () => {
  const server = await opened();
  expect(keep().disabled).toBe(true);
  type('Town', 'Gull Neck');
  expect(keep().disabled).toBe(false);
  fireEvent.click(keep());
  await screen.findByText('Saved. Live pages show it when they are next published.');
  await waitFor(() => expect(keep().disabled).toBe(true));
  expect(keptFacts(server)).toMatchObject({ town: 'Gull Neck', phone: '(207) 555-0142' });
});

it('reads lists without empty lines and spaces around', async () => {
  const server = await opened();
  type('Services', ' Check-ups \n\n  Whitening\n');
  type('Social links', 'https://pictures.quayside.test/');
  fireEvent.click(keep());
  await waitFor(() => expect(keptFacts(server)).toBeTruthy());
  expect(keptFacts(server)).toMatchObject({
    services: ['Check-ups', 'Whitening'],
    social: ['https://pictures.quayside.test/'],
  });
});

it.each([
  ['Name', ''],
  ['Email', 'desk'],
  ['Answer new leads within, in minutes', '2'],
])('says at its field what is wrong, and sends nothing: %s', async (label, value) => {
  const server = await opened();
  type(label, value);
  fireEvent.click(keep());
  await waitFor(() =>
    expect(screen.getByLabelText(label).getAttribute('aria-invalid')).toBe('true'),
  );
  expect(server.sent(api.saveFacts)).toEqual([]);
});

it('says what the server refused, and what was typed stays', async () => {
  const server = await opened();
  server.on(api.saveFacts, () => refusal(409, 'Somebody changed these facts meanwhile.'));
  type('Town', 'Gull Neck');
  fireEvent.click(keep());
  expect((await screen.findByRole('alert')).textContent).toBe(
    'Somebody changed these facts meanwhile.',
  );
  expect(screen.getByLabelText<HTMLInputElement>('Town').value).toBe('Gull Neck');
});
