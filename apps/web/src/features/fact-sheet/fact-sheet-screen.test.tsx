import { api } from '@plumgate/contract';
import type { PictureId } from '@plumgate/core/basics';
import type { Facts } from '@plumgate/core/clients';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Refusal, refusal } from '../../testing/fake-server.ts';
import { sheet } from '../../testing/samples.ts';
import { serverOf, show, signedIn } from '../../testing/show.tsx';
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
const undo = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Undo' });
const state = () => screen.getByRole('status').textContent;
const keptFacts = (server: ReturnType<typeof serverOf>) =>
  (server.sent(api.saveFacts)[0]?.body as { facts: Facts } | undefined)?.facts;

it('shows what is known, lists one on each line', async () => {
  await opened({ areas: ['Port Alder', 'Gull Neck'] });
  expect(screen.getByLabelText<HTMLInputElement>('Phone').value).toBe('(207) 555-0142');
  expect(screen.getByLabelText<HTMLTextAreaElement>('Areas served').value).toBe(
    'Port Alder\nGull Neck',
  );
});

it('saves by itself, says so, and takes it back', async () => {
  const server = await opened();
  expect([state(), undo().disabled]).toEqual(['', true]);
  type('Town', 'Gull Neck');
  await waitFor(() => expect(state()).toBe('Saved'));
  expect(keptFacts(server)).toMatchObject({ town: 'Gull Neck', phone: '(207) 555-0142' });
  fireEvent.click(undo());
  await waitFor(() => expect(server.sent(api.saveFacts)).toHaveLength(2));
  expect((server.sent(api.saveFacts)[1]!.body as { facts: Facts }).facts.town).toBe(
    sheet.facts.town,
  );
  expect(screen.getByLabelText<HTMLInputElement>('Town').value).toBe(sheet.facts.town);
});

it('saves what was typed just before leaving', async () => {
  const server = await opened();
  type('Town', 'Gull Neck');
  fireEvent(window, new Event('pagehide'));
  await waitFor(() => expect(keptFacts(server)?.town).toBe('Gull Neck'));
});

it('reads lists without empty lines and spaces around', async () => {
  const server = await opened();
  type('Services', ' Check-ups \n\n  Whitening\n');
  type('Social links', 'https://pictures.quayside.test/');
  type('Badges', 'Insured in Maine\n\n');
  await waitFor(() => expect(keptFacts(server)).toBeTruthy());
  expect(keptFacts(server)).toMatchObject({
    services: ['Check-ups', 'Whitening'],
    social: ['https://pictures.quayside.test/'],
    badges: ['Insured in Maine'],
  });
});

it.each([
  ['Name', ''],
  ['Email', 'desk'],
  ['Answer new leads within, in minutes', '2'],
])('says at its field what is wrong, and sends nothing: %s', async (label, value) => {
  const server = await opened();
  type(label, value);
  await waitFor(() =>
    expect(screen.getByLabelText(label).getAttribute('aria-invalid')).toBe('true'),
  );
  expect(state()).toBe('Not saved yet: correct what is marked');
  expect(server.sent(api.saveFacts)).toEqual([]);
});

it('says what the server refused, and what was typed stays', async () => {
  const server = await opened();
  server.on(api.saveFacts, () => refusal(409, 'Somebody changed these facts meanwhile.'));
  type('Town', 'Gull Neck');
  expect((await screen.findByRole('alert')).textContent).toBe(
    'Somebody changed these facts meanwhile.',
  );
  expect(screen.getByLabelText<HTMLInputElement>('Town').value).toBe('Gull Neck');
});

it('takes a logo, and leaves the rest of the brand as it is', async () => {
  const server = await opened();
  const logo = { id: '00000000-0000-4000-8000-0000000000d1' as PictureId, width: 640, height: 160 };
  server
    .on(api.listPictures, { pictures: [{ ...logo, name: 'Anchor', src: '/anchor.webp' }] })
    .on(api.saveBrand, sheet);
  fireEvent.click(screen.getByText('Add a logo'));
  fireEvent.click(await screen.findByRole('button', { name: /Anchor/ }));
  await waitFor(() => expect(server.sent(api.saveBrand)).toHaveLength(1));
  expect(server.sent(api.saveBrand)[0]!.body).toEqual({ ...sheet.brand, logo });
  type('Town', 'Gull Neck');
  await waitFor(() => expect(server.sent(api.saveFacts)).toHaveLength(2));
});

describe('changed by somebody else meanwhile', () => {
  const theirs = (facts: Partial<Facts>) => ({ ...sheet, facts: { ...sheet.facts, ...facts } });

  it('shows their part, and saves one’s own from then on', async () => {
    const server = await opened();
    server.on(api.saveFacts, theirs({ town: 'Gull Neck', phone: '(207) 555-0199' }));
    type('Town', 'Gull Neck');
    await waitFor(() =>
      expect(screen.getByLabelText<HTMLInputElement>('Phone').value).toBe('(207) 555-0199'),
    );
    const { was } = server.sent(api.saveFacts)[0]!.body as { was: { facts: Facts } };
    expect(was.facts.town).toBe(sheet.facts.town);
  });

  it('keeps what was typed of the same part, beside theirs, and puts it in its place when it is typed again', async () => {
    const server = await opened();
    const words = 'Somebody else changed the town meanwhile, to “Saltmarsh”.';
    const { problem } = refusal(409, words);
    server
      .on(api.saveFacts, () => new Refusal({ ...problem, code: 'changed-elsewhere' }))
      .on(api.getClient, theirs({ town: 'Saltmarsh', trade: 'Dentists' }));
    type('Town', 'Gull Neck');
    expect((await screen.findByRole('alert')).textContent).toBe(words);
    const value = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
    await waitFor(() => expect([value('Town'), value('Trade')]).toEqual(['Gull Neck', 'Dentists']));
    server.on(api.saveFacts, theirs({ town: 'Gull Neck!', trade: 'Dentists' }));
    type('Town', 'Gull Neck!');
    await waitFor(() => {
      const last = server.sent(api.saveFacts).at(-1)!.body as {
        facts: Facts;
        was: { facts: Facts };
      };
      expect([last.was.facts.town, last.facts.town]).toEqual(['Saltmarsh', 'Gull Neck!']);
    });
  });
});

describe('a client that is none any more', () => {
  const openedBy = async (role: 'owner' | 'marketer') => {
    const effect = { pages: 2, inSequences: 1, queued: 0, bookings: 3, waiting: 0 };
    const server = serverOf()
      .on(api.session, { ...signedIn, user: { ...signedIn.user, role } })
      .on(api.getClient, sheet)
      .on(api.getArchiveEffect, effect)
      .on(api.archiveClient, {});
    show(<FactSheetScreen />, server, { at: 'set-up' });
    await screen.findByRole('heading', { name: 'Fact sheet' });
    return server;
  };

  it('is archived by the owner, who sees first what ends', async () => {
    const server = await openedBy('owner');
    fireEvent.click(await screen.findByRole('button', { name: `Archive ${sheet.name}` }));
    await screen.findByText('2 live pages stop answering.');
    screen.getByText('1 run of a sequence ends, with its reminders.');
    screen.getByText('3 bookings lie ahead: nobody is reminded of them.');
    expect(screen.queryByText(/queued/)).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Archive' }));
    await waitFor(() => expect(server.sent(api.archiveClient)).toHaveLength(1));
  });

  it('is nothing for a marketer to decide', async () => {
    await openedBy('marketer');
    expect(screen.queryByRole('button', { name: /Archive/ })).toBeNull();
  });
});
