import { api, type ConditionChoices, type PersonRecord } from '@plumgate/contract';
import type { MergeId, RunId, StageId, TaskId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { recordOf, sheet } from '../../testing/samples.ts';
import { emptyChoices, idOf, quayside, serverOf, show } from '../../testing/show.tsx';
import { PersonDrawer } from './person-drawer.tsx';

const odalys = recordOf(7, { lastName: 'Penhallow', email: 'odalys@example.com' });
const choices: ConditionChoices = {
  ...emptyChoices,
  tags: ['nervous'],
  user: [{ id: idOf(40), name: 'Front desk' }],
  stage: [
    { id: idOf(60), name: 'New' },
    { id: idOf(61), name: 'Lost' },
  ],
  lostStages: [idOf<StageId>(61)],
};
const opened = async (changes: Partial<PersonRecord> = {}) => {
  const server = serverOf()
    .on(api.getClient, sheet)
    .on(api.listPages, { pages: [] })
    .on(api.getPerson, { ...odalys, ...changes });
  show(
    <PersonDrawer
      personId={odalys.id}
      zone={quayside.zone}
      choices={choices}
      backTo="/quayside-dental/people"
    />,
    server,
  );
  await screen.findByRole('heading', { name: 'History' });
  return server;
};

it('says how to reach them, whose they are, and how often they wrote', async () => {
  await opened();
  expect(screen.getByText('odalys@example.com · (207) 555-0117')).toBeTruthy();
  expect(screen.getByText('Source: Search ads · 1 submission')).toBeTruthy();
  expect(screen.getByRole('link', { name: 'Call (207) 555-0117' }).getAttribute('href')).toBe(
    'tel:2075550117',
  );
});

it('says how many times, and with whom', async () => {
  await opened({ submissions: 3, assigneeName: 'Front desk', phone: '' });
  expect(screen.getByText(/ 3 submissions$/)).toBeTruthy();
  expect(screen.getByLabelText<HTMLSelectElement>('Assigned to').value).toBe(idOf(40));
  expect(screen.queryByRole('link', { name: /^Call/ })).toBeNull();
});

it.each([
  ['textConsent', 'Agreed to texts'],
  ['unsubscribed', 'Unsubscribed from email'],
  ['mailRefused', 'Their mail host refuses mail to this address'],
])('tells what matters to messages: %s', async (key, words) => {
  await opened({ reach: { ...odalys.reach, [key]: true } });
  expect(screen.getByText(words)).toBeTruthy();
});

it('shows what they agreed to in its exact words, and whether it still holds', async () => {
  const given = {
    purpose: 'texts',
    words: 'Text me two hours before.',
    page: 'First visit',
  } as const;
  await opened({
    consents: [
      {
        ...given,
        givenAt: '2026-11-05T16:30:00Z',
        isUnconfirmed: false,
        withdrawnAt: '2026-11-06T16:30:00Z',
      },
      {
        ...given,
        purpose: 'emails',
        words: 'Letters',
        givenAt: '2026-11-05T16:30:00Z',
        isUnconfirmed: false,
        withdrawnAt: null,
      },
    ],
  });
  const list = screen.getByRole('heading', { name: 'Consents' }).closest('section')!;
  const [texts, letters] = within(list).getAllByRole('listitem');
  expect(texts!.textContent).toMatch(
    /“Text me two hours before\.”Texts to their phone · .*, on First visit · withdrawn/,
  );
  expect(letters!.textContent).not.toContain('withdrawn');
});

const run = '00000000-0000-4000-8000-000000000071' as RunId;
const step = '00000000-0000-4000-8000-000000000072';

it('shows what comes, what is booked and what happened, in the client’s time', async () => {
  await opened({
    comingUp: [
      {
        ...{ at: '2026-11-06T14:00:00Z', text: 'Email “Tomorrow”', note: 'Gentle welcome' },
        runStepId: step,
      },
    ],
    runs: [{ id: run, sequence: 'Gentle welcome', pausedAt: null }],
    timeline: [
      {
        at: '2026-11-05T16:30:00Z',
        kind: 'form',
        text: 'Sent First-visit request',
        note: 'First visit',
        answers: [{ question: 'What worries you most?', answer: 'Needles\nand noise' }],
      },
    ],
  });
  const next = screen.getByText('Email “Tomorrow”', { exact: false }).closest('li')!;
  expect(within(next).getByText('Fri, Nov 6, 9:00 AM')).toBeTruthy();
  const past = screen.getByText('Sent First-visit request').closest('li')!;
  expect(within(past).getByText('Thu, Nov 5, 11:30 AM · First visit')).toBeTruthy();
  expect(within(past).getByText(/Needles\s+and noise/)).toBeTruthy();
});

it('pauses a sequence, and skips what comes', async () => {
  const next = { at: '2026-11-06T14:00:00Z', text: 'Email “Tomorrow”', note: '', runStepId: step };
  const server = await opened({
    comingUp: [next],
    runs: [
      { id: run, sequence: 'Gentle welcome', pausedAt: null },
      { id: step as RunId, sequence: 'Guide', pausedAt: '2026-11-05T16:30:00Z' },
    ],
  });
  server.on(api.setRun, {});
  server.on(api.skipRunStep, {});
  fireEvent.click(screen.getByRole('button', { name: 'Pause “Gentle welcome”' }));
  fireEvent.click(screen.getByRole('button', { name: 'Let “Guide” go on' }));
  fireEvent.click(screen.getByRole('button', { name: 'Skip Email “Tomorrow”' }));
  await waitFor(() => expect(server.sent(api.skipRunStep)).toHaveLength(1));
  expect(server.sent(api.setRun).map(({ body }) => body)).toEqual([
    { state: 'paused' },
    { state: 'running' },
  ]);
  expect(server.sent(api.skipRunStep)[0]!.body).toEqual({ skip: true });
});

it('writes to them, where that reaches them', async () => {
  const server = await opened({ email: 'ana@example.com' });
  server.on(api.writeToPerson, {});
  server.on(api.listForms, { forms: [] });
  server.on(api.listFields, { fields: [] });
  server.on(api.listPages, { pages: [] });
  fireEvent.click(screen.getByRole('button', { name: 'Write' }));
  const form = within(screen.getByRole('form', { name: 'Write to them' }));
  fireEvent.click(form.getByLabelText('Text'));
  expect(form.getByText(/It can’t be sent: /)).toBeTruthy();
  expect(form.getByRole<HTMLButtonElement>('button', { name: 'Send' }).disabled).toBe(true);
  fireEvent.click(form.getByLabelText('Email'));
  fireEvent.click(form.getByRole('button', { name: 'Send' }));
  await waitFor(() => expect(server.sent(api.writeToPerson)).toHaveLength(1));
  expect(server.sent(api.writeToPerson)[0]!.body).toMatchObject({ message: { kind: 'email' } });
  await waitFor(() => expect(screen.queryByRole('form', { name: 'Write to them' })).toBeNull());
});

it.each([
  ['Called', 'called'],
  ['No answer', 'no-answer'],
  ['Wrote', 'wrote'],
])('notes that somebody tried, with a line about it: %s', async (button, how) => {
  const server = await opened();
  server.on(api.touchPerson, {});
  const line = screen.getByLabelText<HTMLInputElement>('A line about the call');
  fireEvent.change(line, { target: { value: 'Wants Friday' } });
  fireEvent.click(screen.getByRole('button', { name: button }));
  await waitFor(() => expect(line.value).toBe(''));
  expect(server.sent(api.touchPerson)[0]!.body).toEqual({ how, note: 'Wants Friday' });
});

it('keeps the line when it could not be noted', async () => {
  const server = await opened();
  server.on(api.touchPerson, () => refusal(503, 'Try again in a moment.'));
  const line = screen.getByLabelText<HTMLInputElement>('A line about the call');
  fireEvent.change(line, { target: { value: 'Wants Friday' } });
  fireEvent.click(screen.getByRole('button', { name: 'Called' }));
  await screen.findByText('Try again in a moment.');
  expect(line.value).toBe('Wants Friday');
});

it('says when there is nobody of that kind', async () => {
  const server = serverOf().on(api.getPerson, () => refusal(404, 'There is no such person.'));
  show(<PersonDrawer personId={odalys.id} zone="UTC" choices={choices} backTo="/" />, server);
  expect(await screen.findByText('There is no such person.')).toBeTruthy();
});

describe('where they stand', () => {
  const changes = async (does: () => void) => {
    const server = await opened({ tags: ['first-visit'] });
    server.on(api.changePerson, { changed: true });
    does();
    await waitFor(() => expect(server.sent(api.changePerson)).toHaveLength(1));
    return server.sent(api.changePerson)[0]!.body;
  };
  const pick = (label: string, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });

  it.each<[string, () => void, object]>([
    ['assigned', () => pick('Assigned to', idOf(40)), { kind: 'assign', to: idOf(40) }],
    [
      'untagged',
      () => fireEvent.click(screen.getByRole('button', { name: 'Remove the tag first-visit' })),
      { kind: 'untag', tag: 'first-visit' },
    ],
    [
      'tagged, in lower case',
      () => {
        pick('Add a tag', ' Nervous');
        fireEvent.submit(screen.getByLabelText('Add a tag'));
      },
      { kind: 'tag', tag: 'nervous' },
    ],
    [
      'lost, with the reason that is asked for',
      () => {
        pick('Stage', idOf(61));
        pick('Why', 'Price');
        fireEvent.click(screen.getByRole('button', { name: 'Move' }));
      },
      { kind: 'stage', to: idOf(61), reason: 'Price' },
    ],
  ])('they are %s', async (_what, does, body) => expect(await changes(does)).toEqual(body));
});

describe('tasks', () => {
  const task: PersonRecord['tasks'][number] = {
    ...{ id: idOf<TaskId>(80), personId: odalys.id, personName: 'Odalys Penhallow' },
    ...{ text: 'Send the quote', dueAt: '2026-11-05T15:00:00Z', assignee: null, repeats: null },
    ...{ assigneeName: null, madeBy: 'Oriel', doneAt: null, doneBy: null, isOverdue: true },
  };

  it('are ticked off, and back by Undo', async () => {
    const server = await opened({ tasks: [task] });
    server.on(api.markTask, {});
    expect(screen.getByText(/^overdue since/)).toBeTruthy();
    fireEvent.click(screen.getByLabelText('Done: Send the quote'));
    fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
    await waitFor(() =>
      expect(server.sent(api.markTask).map(({ body }) => body)).toEqual([
        { done: true },
        { done: false },
      ]),
    );
  });

  it('are added for a day in the client’s zone', async () => {
    const server = await opened();
    server.on(api.addTask, { taskId: task.id });
    fireEvent.click(screen.getByRole('button', { name: 'Add a task' }));
    const type = (label: string, value: string) =>
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
    type('What', 'Call about the crown');
    type('Day', '2026-11-09');
    type('Who does it', idOf(40));
    type('How often', 'weekly');
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    await waitFor(() =>
      expect(server.sent(api.addTask)[0]!.body).toEqual({
        ...{ text: 'Call about the crown', dueAt: '2026-11-09T14:00:00Z' },
        ...{ assignee: idOf(40), repeats: 'weekly' },
      }),
    );
  });
});

describe('who they are', () => {
  const edit = async (detail: string, typed: string) => {
    fireEvent.click(screen.getByRole('button', { name: new RegExp(`^${detail}`) }));
    fireEvent.change(screen.getByLabelText(detail), { target: { value: typed } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  };

  it('is edited in place, with what was there as it was opened', async () => {
    const server = await opened({ value: 125_050 });
    server.on(api.setPersonDetail, {});
    await edit('Value', '1300');
    await waitFor(() =>
      expect(server.sent(api.setPersonDetail)[0]).toMatchObject({
        params: { personId: odalys.id, detail: 'value' },
        body: { was: '1250.50', typed: '1300' },
      }),
    );
  });

  it('shows what it was made before, where it is changed', async () => {
    const edit = { what: 'Town', to: 'Saltmarsh', by: 'Maren', at: '2026-11-05T16:30:00Z' };
    await opened({ edits: [edit, { ...edit, what: 'Email', to: 'x@example.com' }] });
    fireEvent.click(screen.getByRole('button', { name: /^Town/ }));
    const before = within(screen.getByRole('list', { name: 'Town before' }));
    expect(before.getAllByRole('listitem').map((one) => one.textContent)).toEqual([
      'Thu, Nov 5, 11:30 AM: Saltmarsh, by Maren',
    ]);
  });

  it('says what somebody else made of it meanwhile, and what was typed stays', async () => {
    const server = await opened();
    server.on(api.setPersonDetail, () => refusal(409, 'Somebody else changed it meanwhile.'));
    await edit('Town', 'Gull Harbor');
    await screen.findByText('Somebody else changed it meanwhile.');
    expect(screen.getByLabelText<HTMLInputElement>('Town').value).toBe('Gull Harbor');
  });
});

describe('what was also given of them', () => {
  const alsoGiven: PersonRecord['alsoGiven'] = [
    { field: 'phone', value: '(207) 555-0199', givenAt: '2026-11-05T14:12:00Z' },
  ];

  it('is used when somebody says so', async () => {
    const server = await opened({ alsoGiven });
    server.on(api.useAlsoGiven, {});
    const section = screen.getByRole('region', { name: 'Also given' });
    expect(within(section).getByText('(207) 555-0199')).toBeTruthy();
    fireEvent.click(within(section).getByRole('button', { name: 'Use this' }));
    await waitFor(() =>
      expect(server.sent(api.useAlsoGiven)[0]).toMatchObject({
        params: { personId: odalys.id },
        body: { field: 'phone', value: '(207) 555-0199' },
      }),
    );
  });

  it('is dismissed', async () => {
    const server = await opened({ alsoGiven });
    server.on(api.dismissAlsoGiven, {});
    fireEvent.click(screen.getByRole('button', { name: 'Dismiss' }));
    await waitFor(() => expect(server.sent(api.dismissAlsoGiven)).toHaveLength(1));
  });

  it('is no part of most records', async () => {
    await opened();
    expect(screen.queryByRole('region', { name: 'Also given' })).toBeNull();
  });
});

it('shows what the client’s own fields say, and changes one where it stands', async () => {
  const field = {
    ...{ key: 'roof_age', name: 'Roof age', type: 'number' as const, options: [] },
    ...{ words: '12', typed: '12' },
    history: [{ words: '12', at: '2026-11-05T16:30:00Z', by: 'First visit', isAnswer: true }],
  };
  const empty = { ...field, key: 'color', name: 'Color', words: '', typed: '', history: [] };
  const server = await opened({ fields: [field, empty] });
  server.on(api.setPersonField, {});
  expect(screen.queryByText('Color')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Show 1 more, not known yet' }));
  const own = within(screen.getByRole('region', { name: 'Details' }));
  expect(own.getByText('Not known')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: /^Roof age/ }));
  expect(screen.getByText(/on First visit/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Roof age'), { target: { value: '13' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.setPersonField)[0]).toMatchObject({
      params: { personId: odalys.id, key: 'roof_age' },
      body: { typed: '13' },
    }),
  );
});

it('keeps what was typed into a field that can’t take it, with the reason', async () => {
  const field = {
    ...{ key: 'day', name: 'Day', type: 'text' as const, options: [] },
    ...{ words: 'x', typed: 'x', history: [] },
  };
  const server = await opened({ fields: [field] });
  server.on(api.setPersonField, () => refusal(400, 'That is too long.'));
  fireEvent.click(screen.getByRole('button', { name: /^Day/ }));
  fireEvent.change(screen.getByLabelText('Day'), { target: { value: 'long' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  expect(await screen.findByText('That is too long.')).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('Day').value).toBe('long');
});

it('names who may be the same person, and parts what was merged', async () => {
  const server = await opened({
    doubles: [{ id: odalys.id, name: 'Odile Penhallow' }],
    merges: [
      {
        id: idOf<MergeId>(5),
        ...{ with: 'O. Penhallow', by: 'Front desk' },
        ...{ at: '2026-11-05T16:30:00Z', until: '2026-12-05T16:30:00Z' },
      },
    ],
  });
  server.on(api.undoMerge, {});
  expect(screen.getByRole('link', { name: 'Compare' }).getAttribute('href')).toBe(
    `/quayside-dental/people/doubles?of=${odalys.id}`,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() =>
    expect(server.sent(api.undoMerge)[0]?.params).toEqual({ mergeId: idOf<MergeId>(5) }),
  );
});
