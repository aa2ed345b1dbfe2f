import { api, type Answered, type SubmissionView } from '@plumgate/contract';
import type { FormId, PageId, PersonId, SequenceId, SubmissionId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { SubmissionsScreen } from './submissions-screen.tsx';

const survey = idOf<FormId>(30);
const sentBy = (number: number, changes: Partial<SubmissionView> = {}): SubmissionView => ({
  id: idOf<SubmissionId>(number),
  personId: idOf<PersonId>(number),
  person: `Odalys Penhallow ${number}`,
  formId: survey,
  form: 'Survey',
  pageId: idOf<PageId>(40),
  page: 'How was it',
  receivedAt: '2026-11-05T14:12:00Z',
  answers: [
    { key: 'name', label: 'Your name', isWho: true, value: `Odalys Penhallow ${number}` },
    { key: 'where', label: 'Where?', isWho: false, values: ['Roof', 'Walls'] },
    { key: 'again', label: 'Again?', isWho: false, value: true },
  ],
  source: { first: 'Direct', last: 'Search ads' },
  rules: [],
  junk: null,
  ...changes,
});
const aside = sentBy(3, { personId: null, junk: { reason: 'recipient' } });
const listOf = (submissions: SubmissionView[]): Answered<typeof api.listSubmissions> => ({
  submissions,
  total: 2,
  junk: 1,
  next: null,
});
const summary: Answered<typeof api.summarizeSubmissions> = {
  submissions: 4,
  questions: [
    {
      key: 'where',
      label: 'Where?',
      answered: 3,
      average: null,
      bars: [
        { answer: 'Roof', count: 3 },
        { answer: 'Walls', count: 0 },
      ],
      texts: [],
    },
    {
      key: 'more',
      label: 'Anything else?',
      answered: 7,
      average: null,
      bars: null,
      texts: Array.from({ length: 7 }, (_, index) => ({
        text: `Words ${index + 1}`,
        personId: idOf<PersonId>(index),
        receivedAt: '2026-11-05T14:12:00Z',
      })),
    },
    { key: 'miles', label: 'Miles?', answered: 4, average: 24.21, bars: null, texts: [] },
  ],
};

const opened = async (query = '') => {
  const server = serverOf()
    .on(api.listSubmissions, ({ query: asked }) =>
      listOf((asked as { junk: string }).junk === 'true' ? [aside] : [sentBy(1), sentBy(2)]),
    )
    .on(api.listForms, { forms: [{ id: survey, name: 'Survey', questions: 3, answers: [] }] })
    .on(api.summarizeSubmissions, summary)
    .on(api.restoreSubmission, {})
    .on(api.getBlockedWords, { words: ['crowns'], minSeconds: 0 })
    .on(api.setBlockedWords, {})
    .on(api.getClock, { now: '2026-11-05T14:12:00Z', demo: true });
  show(<SubmissionsScreen />, server, {
    at: `people/submissions${query}`,
    place: 'people/submissions',
  });
  await screen.findByText('2 submissions');
  return server;
};

it('lists who sent what, without telling twice who they are', async () => {
  await opened();
  const [, row] = await screen.findAllByRole('row');
  expect(within(row!).getByRole('link', { name: 'Odalys Penhallow 1' }).getAttribute('href')).toBe(
    `/${quayside.slug}/people/${idOf(1)}`,
  );
  expect(within(row!).getByText('Roof, Walls · Again?')).toBeTruthy();
  expect(within(row!).getByText('Search ads')).toBeTruthy();
});

it('has a column for each question once a form is chosen', async () => {
  const server = await opened();
  fireEvent.change(await screen.findByLabelText('Form'), { target: { value: survey } });
  expect(await screen.findByRole('columnheader', { name: 'Where?' })).toBeTruthy();
  expect(screen.queryByRole('columnheader', { name: 'Form' })).toBeNull();
  expect(server.sent(api.listSubmissions).at(-1)!.query).toMatchObject({ form: survey });
});

it('narrows to a period that begins with a day of the client’s', async () => {
  const server = await opened();
  fireEvent.change(await screen.findByLabelText('Period'), {
    target: { value: '7' },
  });
  // Seven days before November 5, at midnight in New York, which is four hours behind UTC in October.
  await waitFor(() =>
    expect(server.sent(api.listSubmissions).at(-1)!.query).toMatchObject({
      from: '2026-10-29T04:00:00Z',
    }),
  );
});

it('searches on the server', async () => {
  const server = await opened();
  fireEvent.change(screen.getByRole('searchbox'), { target: { value: ' roof ' } });
  await waitFor(() =>
    expect(server.sent(api.listSubmissions).at(-1)!.query).toMatchObject({ search: 'roof' }),
  );
});

it('shows what was put aside with its reason, and takes it in by one press', async () => {
  const server = await opened();
  expect(screen.getByText('1 put aside')).toBeTruthy();
  fireEvent.click(screen.getByLabelText('Put aside'));
  expect(await screen.findByText('Too many for this person')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Restore' }));
  await waitFor(() =>
    expect(server.sent(api.restoreSubmission).at(-1)!.params).toEqual({ submissionId: aside.id }),
  );
});

it('sums up a form: bars in words too, averages, and texts a few at first', async () => {
  await opened(`?form=${survey}&view=answers`);
  const where = (await screen.findByRole('heading', { name: 'Where?' })).closest('section')!;
  expect(within(where).getByText('3 of 4 answered')).toBeTruthy();
  expect(within(where).getByText('Where?: Roof, 3 · 100%; Walls, 0 · 0%')).toBeTruthy();
  expect(screen.getByText('24.21')).toBeTruthy();
  expect(screen.queryByText(/Words 6/)).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Show all 7' }));
  expect(screen.getByText(/Words 7/)).toBeTruthy();
});

it('sets what is put aside: blocked words, and what is sent too fast', async () => {
  const server = await opened('?view=junk');
  fireEvent.click(await screen.findByRole('button', { name: 'What is put aside' }));
  const dialog = within(await screen.findByRole('dialog'));
  fireEvent.change(dialog.getByLabelText('Blocked words and phrases, one per line'), {
    target: { value: 'crowns\n\n rank higher ' },
  });
  fireEvent.change(dialog.getByLabelText('Sent too fast'), { target: { value: '2' } });
  fireEvent.click(dialog.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.setBlockedWords)[0]?.body).toEqual({
      words: ['crowns', 'rank higher'],
      minSeconds: 2,
    }),
  );
});

it('shows what one submission set off: its answers, rules with the reason, bookings and messages', async () => {
  const server = serverOf()
    .on(api.listSubmissions, listOf([sentBy(1, { rules: ['New patients'] })]))
    .on(api.listForms, { forms: [] })
    .on(api.getBlockedWords, { words: [], minSeconds: 0 })
    .on(api.getSetOff, {
      isChange: false,
      matched: ['New patients'],
      missed: [{ name: 'Ads only', why: 'It is only for leads from Search ads.' }],
      bookings: [
        {
          calendar: 'First visit',
          startsAt: '2026-11-09T15:00:00Z',
          zone: 'America/New_York',
          state: 'booked',
        },
      ],
      sequences: [{ id: idOf<SequenceId>(7), name: 'Gentle welcome', state: 'running' }],
      messages: [
        {
          id: '1',
          kind: 'email',
          to: 'a@example.com',
          title: 'Welcome',
          state: 'left-out',
          why: 'unsubscribed',
          at: '2026-11-05T14:12:00Z',
        },
      ],
    });
  show(<SubmissionsScreen />, server, { at: 'people/submissions', place: 'people/submissions' });
  fireEvent.click(await screen.findByRole('button', { name: /what Odalys Penhallow 1 set off/ }));
  const dialog = await screen.findByRole('dialog', { name: 'Odalys Penhallow 1' });
  await within(dialog).findByText(/Ads only/);
  const words = dialog.textContent;
  expect(words).toContain('from Search ads, first from Direct');
  expect(words).toContain('It is only for leads from Search ads.');
  expect(words).toContain('First visit, Mon, Nov 9');
  expect(words).toContain('Gentle welcome · running');
  expect(words).toMatch(/Email “Welcome” to a@example\.com · left out .*: unsubscribed/);
});
