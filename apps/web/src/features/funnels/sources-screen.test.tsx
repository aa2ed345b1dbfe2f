import { api } from '@plumgate/contract';
import type { SourceRule } from '@plumgate/core/results';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { serverOf, show } from '../../testing/show.tsx';
import { SourcesScreen } from './sources-screen.tsx';

const harborNews: SourceRule = { where: 'referrer', contains: 'harbor-news', name: 'Harbor News' };
const van: SourceRule = { where: 'source', contains: 'van', name: 'Van QR' };

const opened = async (
  rules: SourceRule[],
  sources = [{ name: 'Van QR', visitors: 1204, leads: 9 }],
) => {
  const server = serverOf()
    .on(api.listSources, { rules, sources, numbers: [] })
    .on(api.nameSources, {})
    .on(api.saveCallNumbers, {})
    .on(api.previewSources, {
      visits: 40,
      renamed: [
        {
          from: 'harbor-news.test',
          to: 'Harbor News',
          visits: 1,
          example: 'harbor-news.test/today',
        },
      ],
    });
  show(<SourcesScreen />, server, { at: 'funnels/sources', place: 'funnels/sources' });
  await screen.findByRole('navigation', { name: 'Funnels' });
  return server;
};
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

it('counts each source, and says where none has come', async () => {
  await opened([]);
  expect(within(screen.getByRole('table')).getByText('1,204')).toBeTruthy();
});

it('says that nobody has come', async () => {
  await opened([], []);
  expect(screen.getByText('No visitors in the last 30 days')).toBeTruthy();
});

it('adds a name, shows what it would have named, and saves', async () => {
  const server = await opened([]);
  fireEvent.click(await screen.findByRole('button', { name: 'Add a name' }));
  const save = screen.getByRole('button', { name: 'Save' });
  expect(save).toHaveProperty('disabled', true);
  type('Name 1: the words', 'harbor-news');
  type('Name 1', 'Harbor News');
  fireEvent.click(screen.getByRole('button', { name: 'Preview on past visits' }));
  expect((await screen.findByRole('status')).textContent).toContain(
    '1 visit from harbor-news.test would be called Harbor News.',
  );
  fireEvent.click(save);
  await waitFor(() =>
    expect(server.sent(api.nameSources).at(-1)?.body).toEqual({ rules: [harborNews] }),
  );
});

it('changes the order, and takes names away', async () => {
  const server = await opened([harborNews, van]);
  fireEvent.click(await screen.findByRole('button', { name: 'Try name 2 earlier' }));
  fireEvent.click(screen.getByRole('button', { name: 'Remove name 2' }));
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(server.sent(api.nameSources).at(-1)?.body).toEqual({ rules: [van] }));
});

it('puts everything back that was not saved', async () => {
  await opened([van]);
  type('Name 1', 'Truck');
  fireEvent.click(screen.getByRole('button', { name: 'Discard changes' }));
  expect(screen.getByLabelText('Name 1')).toHaveProperty('value', 'Van QR');
});

describe('phone numbers by source', () => {
  const add = async () => {
    fireEvent.click(await screen.findByRole('button', { name: 'Add a number' }));
    return screen.getByRole('button', { name: 'Save' });
  };

  it('are added and saved', async () => {
    const server = await opened([]);
    const save = await add();
    expect(save).toHaveProperty('disabled', true);
    type('Number 1: the source', 'Search ads');
    type('Number 1', '(207) 555-0191');
    fireEvent.click(save);
    await waitFor(() =>
      expect(server.sent(api.saveCallNumbers).at(-1)?.body).toEqual({
        numbers: [{ source: 'Search ads', phone: '(207) 555-0191' }],
      }),
    );
  });

  it('are one for each source', async () => {
    await opened([]);
    await add();
    const save = await add();
    for (const index of [1, 2]) {
      type(`Number ${index}: the source`, 'Search ads');
      type(`Number ${index}`, `(207) 555-019${index}`);
    }
    expect(screen.getByRole('alert').textContent).toBe('Give each source one number.');
    expect(save).toHaveProperty('disabled', true);
  });
});
