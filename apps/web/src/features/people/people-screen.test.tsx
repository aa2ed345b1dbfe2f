import { api, type PeopleListView, type PersonSummary } from '@plumgate/contract';
import { noConditions, type Conditions } from '@plumgate/core/conditions';
import type { ListId } from '@plumgate/core/basics';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { refusal } from '../../testing/fake-server.ts';
import { inBin, withBin } from '../../testing/with-bin.ts';
import { personOf } from '../../testing/samples.ts';
import { emptyChoices, idOf, serverOf, show } from '../../testing/show.tsx';
import { PeopleScreen } from './people-screen.tsx';

interface Query {
  conditions: Conditions;
  search: string;
  after?: string;
  sort: { by: string; reversed: boolean };
}
const view = {
  columns: ['contact', 'tags', 'source', 'added'],
  sort: { by: 'added' as const, reversed: false },
};
const booked: Conditions = {
  match: 'all',
  terms: [{ about: 'booking', is: 'booked', calendar: null, not: true }],
};
const listView = (changes: Partial<PeopleListView> = {}): PeopleListView => ({
  id: idOf<ListId>(70),
  ...{ name: 'Not booked yet', conditions: booked, ...view, isPinned: true, isShared: true },
  ...{ version: 3, total: 214, about: false },
  ...changes,
});
const server = (lists: PeopleListView[] = []) =>
  serverOf()
    .on(api.listPeopleLists, { lists, view })
    .on(api.setPeopleView, {})
    .on(api.getConditionChoices, {
      ...emptyChoices,
      ...{ tags: ['roof', 'storm'], sources: ['Social ads', 'Email'] },
      user: [{ id: idOf(40), name: 'Front desk' }],
      fields: [{ key: 'roof_age', name: 'Roof age', type: 'number', options: [] }],
    });
const listOf = (people: PersonSummary[], next: string | null = null, total = people.length) => ({
  people,
  total,
  about: total > 10_000,
  next,
});
const opened = async (asked: ReturnType<typeof server>, at = 'people') => {
  const shown = show(<PeopleScreen />, asked, { at, place: 'people/:personId?' });
  await screen.findByRole('heading', { name: 'People' });
  return shown;
};
const find = () => screen.getByRole('combobox', { name: /^Find people/ });
const type = (value: string) => {
  fireEvent.focus(find());
  fireEvent.change(find(), { target: { value } });
};
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const lastAsked = (of: ReturnType<typeof server>) => of.sent(api.queryPeople).at(-1)!.body as Query;

it('says when nobody has written yet', async () => {
  await opened(server().on(api.queryPeople, listOf([])));
  expect(await screen.findByText('No people yet')).toBeTruthy();
});

it('shows who and how many in all, and asks for more as the end comes near', async () => {
  const asked = server().on(api.queryPeople, ({ body }) =>
    (body as Query).after === 'x'
      ? listOf([personOf(2)], null, 1204)
      : listOf([personOf(1)], 'x', 1204),
  );
  await opened(asked);
  expect(await screen.findByText('1,204')).toBeTruthy();
  expect(await screen.findByRole('link', { name: 'Odalys Penhallow 2' })).toBeTruthy();
  expect(screen.getByRole('table').getAttribute('aria-rowcount')).toBe('1205');
});

it('says about how many where they were not counted', async () => {
  await opened(server().on(api.queryPeople, listOf([personOf(1)], null, 412_345)));
  expect(await screen.findByText('about 410,000')).toBeTruthy();
});

it('a person without a name goes by what there is', async () => {
  const nameless = personOf(3, { firstName: '', lastName: '' });
  await opened(server().on(api.queryPeople, listOf([nameless])));
  expect(await screen.findByRole('link', { name: 'odalys3@example.com' })).toBeTruthy();
});

it('searches on the server as one types, and says what was searched for when nobody matches', async () => {
  const asked = server().on(api.queryPeople, ({ body }) =>
    (body as Query).search ? listOf([]) : listOf([personOf(1)]),
  );
  await opened(asked);
  await screen.findByRole('link', { name: 'Odalys Penhallow 1' });
  type('  pelican ');
  expect(await screen.findByText('Nobody matches “pelican”')).toBeTruthy();
  expect(lastAsked(asked).search).toBe('pelican');
});

describe('the sentence', () => {
  const everybody = () => server().on(api.queryPeople, listOf([personOf(1)]));

  it('is asked by keyboard: parts are typed, offered and taken with Enter', async () => {
    const asked = everybody();
    await opened(asked);
    for (const part of ['social', 'not booked', 'added last 45']) {
      type(part);
      // The first offer is to find what was typed.
      fireEvent.keyDown(find(), { key: 'ArrowDown' });
      fireEvent.keyDown(find(), { key: 'Enter' });
    }
    await waitFor(() =>
      expect(lastAsked(asked).conditions).toEqual({
        match: 'all',
        terms: [
          { about: 'source', is: 'Social ads' },
          { about: 'booking', is: 'booked', calendar: null, not: true },
          { about: 'added', test: { op: 'in-last', amount: 45, unit: 'days' } },
        ],
      }),
    );
    expect(find().getAttribute('value')).toBe('');
    for (const words of ['from Social ads', 'who have not booked', 'added in the last 45 days'])
      expect(screen.getByRole('button', { name: words })).toBeTruthy();
    fireEvent.keyDown(find(), { key: 'Backspace' });
    await waitFor(() => expect(lastAsked(asked).conditions.terms).toHaveLength(2));
  });

  it('takes what was typed as a part of its own', async () => {
    const asked = everybody();
    await opened(asked);
    type('ana okafor');
    fireEvent.keyDown(find(), { key: 'Enter' });
    expect(await screen.findByRole('button', { name: 'found by “ana okafor”' })).toBeTruthy();
  });

  it('changes a part where it stands, to its opposite and to one of several', async () => {
    const asked = everybody();
    await opened(asked);
    type('roof');
    fireEvent.keyDown(find(), { key: 'ArrowDown' });
    fireEvent.keyDown(find(), { key: 'Enter' });
    fireEvent.click(await screen.findByRole('button', { name: 'tagged roof' }));
    fireEvent.change(screen.getByLabelText('Is or is not'), { target: { value: 'not' } });
    press('Or another');
    const [, second] = screen.getAllByLabelText('Tag');
    fireEvent.change(second!, { target: { value: 'Storm' } });
    await waitFor(() =>
      expect(lastAsked(asked).conditions.terms).toEqual([
        {
          match: 'any',
          terms: [
            { about: 'tag', is: 'roof', not: true },
            { about: 'tag', is: 'storm', not: true },
          ],
        },
      ]),
    );
    press('Remove: not tagged roof');
    await waitFor(() =>
      expect(lastAsked(asked).conditions.terms).toEqual([{ about: 'tag', is: 'storm', not: true }]),
    );
  });
});

describe('a saved list', () => {
  it('is opened by one press, and is what is asked for then', async () => {
    const asked = server([listView()]).on(api.queryPeople, listOf([personOf(1)]));
    await opened(asked);
    press('Not booked yet · 214');
    await waitFor(() => expect(lastAsked(asked).conditions).toEqual(booked));
    press('Everybody');
    await waitFor(() => expect(lastAsked(asked).conditions).toEqual(noConditions));
  });

  it('is made from what is asked for', async () => {
    const asked = server().on(api.queryPeople, listOf([personOf(1)]));
    asked.on(api.addPeopleList, { listId: idOf<ListId>(71) });
    await opened(asked, `people?asked=${encodeURIComponent(JSON.stringify(booked))}`);
    press('Save as a list');
    const dialog = within(screen.getByRole('dialog'));
    fireEvent.change(dialog.getByLabelText('Name'), { target: { value: 'Call these' } });
    fireEvent.click(dialog.getByLabelText('Only me'));
    fireEvent.click(dialog.getByRole('button', { name: 'Save list' }));
    await waitFor(() =>
      expect(asked.sent(api.addPeopleList)[0]!.body).toEqual({
        ...{ name: 'Call these', conditions: booked, ...view, isPinned: true, isShared: false },
      }),
    );
  });

  it('takes what was changed of it with one press, and says when somebody else changed it', async () => {
    const asked = server([listView()]).on(api.queryPeople, listOf([personOf(1)]));
    asked.on(api.savePeopleList, () => refusal(409, 'Another user changed this in the meantime.'));
    const other = JSON.stringify({ match: 'all', terms: [{ about: 'tag', is: 'roof' }] });
    await opened(asked, `people?list=${idOf(70)}&asked=${encodeURIComponent(other)}`);
    press('Save to “Not booked yet”');
    await screen.findByText('Another user changed this in the meantime.');
    expect(asked.sent(api.savePeopleList)[0]!.body).toMatchObject({
      version: 3,
      content: { conditions: { terms: [{ about: 'tag', is: 'roof' }] } },
    });
    expect(screen.getByRole('button', { name: 'tagged roof' })).toBeTruthy();
  });

  it('goes to the bin', async () => {
    const asked = server([listView()]).on(api.queryPeople, listOf([personOf(1)]));
    withBin(asked, { name: 'Not booked yet' }).on(api.removePeopleList, inBin);
    await opened(asked, `people?list=${idOf(70)}`);
    fireEvent.keyDown(
      await screen.findByRole('button', { name: 'What can be done with Not booked yet' }),
      { key: 'Enter' },
    );
    fireEvent.click(await screen.findByRole('menuitem', { name: 'Delete list' }));
    await screen.findByText('“Not booked yet” is in the bin for 30 days.');
  });
});

it('keeps which columns are shown and what they are sorted by', async () => {
  const asked = server().on(api.queryPeople, listOf([personOf(1, { fields: { roof_age: 1200 } })]));
  await opened(asked);
  await screen.findByRole('link', { name: 'Odalys Penhallow 1' });
  press('Columns');
  fireEvent.click(screen.getByLabelText('Roof age'));
  await waitFor(() =>
    expect(asked.sent(api.setPeopleView)[0]!.body).toEqual({
      ...view,
      columns: [...view.columns, 'field:roof_age'],
    }),
  );
  fireEvent.keyDown(document.activeElement!, { key: 'Escape' });
  press('Name');
  await waitFor(() =>
    expect(asked.sent(api.setPeopleView)[1]!.body).toMatchObject({
      sort: { by: 'name', reversed: false },
    }),
  );
});

it('says why the list can’t be shown, and asks again when told to', async () => {
  const asked = server().on(api.queryPeople, () => refusal(503, 'The program is starting.'));
  show(<PeopleScreen />, asked, { at: 'people', place: 'people/:personId?' });
  await screen.findByText('The program is starting.');
  asked.on(api.queryPeople, listOf([personOf(1)]));
  press(/again/i);
  await waitFor(() =>
    expect(screen.getByRole('link', { name: 'Odalys Penhallow 1' })).toBeTruthy(),
  );
});

describe('many at once', () => {
  const ticking = async () => {
    const asked = server().on(api.queryPeople, listOf([personOf(1), personOf(2)], null, 214));
    asked.on(api.changePeople, { jobId: idOf(90) }).on(api.getJob, {
      ...{ id: idOf(90), kind: 'change-people', state: 'done', done: 2, total: 2, problem: null },
      ...{ result: { changed: 1, of: 2 }, canUndo: true, createdAt: '2026-11-05T14:12:00Z' },
    });
    await opened(asked);
    await screen.findByRole('link', { name: 'Odalys Penhallow 1' });
    return asked;
  };
  const tag = async () => {
    press('Tag');
    fireEvent.change(screen.getByLabelText('Tag, which'), { target: { value: 'Call today' } });
    press('Apply');
  };

  it('the ticked ones are tagged, and it is said what was done', async () => {
    const asked = await ticking();
    expect(screen.queryByRole('toolbar')).toBeNull();
    fireEvent.click(screen.getByLabelText('Tick Odalys Penhallow 2'));
    expect(screen.getByText('1 ticked')).toBeTruthy();
    await tag();
    await screen.findByText('Done: 1 person changed. 1 needed no change.');
    expect(asked.sent(api.changePeople)[0]!.body).toEqual({
      who: { ids: [idOf(2)] },
      change: { kind: 'tag', tag: 'call today' },
    });
    expect(screen.getByRole('button', { name: 'Undo' })).toBeTruthy();
  });

  it('so are all that match', async () => {
    const asked = await ticking();
    fireEvent.click(screen.getByLabelText('Tick all that are shown'));
    press('all 214 that match');
    await tag();
    await waitFor(() =>
      expect(asked.sent(api.changePeople)[0]!.body).toMatchObject({
        who: { conditions: noConditions, search: '' },
      }),
    );
  });

  it('says why it could not be done', async () => {
    const asked = await ticking();
    asked.on(api.changePeople, () => refusal(404, 'That stage is gone.'));
    fireEvent.click(screen.getByLabelText('Tick Odalys Penhallow 1'));
    await tag();
    expect((await screen.findByRole('alert')).textContent).toBe('That stage is gone.');
  });
});
