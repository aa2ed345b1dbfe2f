import { api, type DoubleView } from '@plumgate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { personOf } from '../../testing/samples.ts';
import { serverOf, show } from '../../testing/show.tsx';
import { DoublesScreen } from './doubles-screen.tsx';

const pair: DoubleView = {
  one: {
    ...personOf(1, { firstName: 'Ana', lastName: 'Okafor', email: 'ana@example.com' }),
    fields: [{ key: 'roof_age', name: 'Roof age', words: '12' }],
  },
  other: {
    ...personOf(2, { firstName: 'Anna', lastName: 'Okafor', email: '' }),
    fields: [{ key: 'roof_age', name: 'Roof age', words: '13' }],
  },
  because: ['phone'],
  isAlike: true,
  differs: ['name', 'fields.roof_age'],
};
const opened = async (doubles = [pair], at = 'people/doubles') => {
  const server = serverOf()
    .on(api.listDoubles, { matching: 'email', doubles, total: doubles.length })
    .on(api.mergePeople, { mergeId: pair.one.id as never })
    .on(api.undoMerge, {})
    .on(api.keepApart, {})
    .on(api.setMatching, {});
  show(<DoublesScreen />, server, { at, place: 'people/doubles' });
  await screen.findByRole('heading', { name: 'People' });
  return server;
};
const inPair = () => within(screen.getByRole('region', { name: 'Ana Okafor and Anna Okafor' }));

it('shows both records side by side, with a choice only where they differ', async () => {
  await opened();
  expect(inPair().getByText('Same phone')).toBeTruthy();
  expect(inPair().getByText('Alike names')).toBeTruthy();
  expect(inPair().getAllByRole('radio')).toHaveLength(4);
  const phone = inPair().getByRole('row', { name: /^Phone/ });
  expect(within(phone).queryByRole('radio')).toBeNull();
});

it('merges with what was chosen, and takes it back by one press', async () => {
  const server = await opened();
  fireEvent.click(inPair().getByRole('radio', { name: 'Anna Okafor' }));
  fireEvent.click(inPair().getByRole('button', { name: 'Merge' }));
  expect(await screen.findByText('Ana Okafor and Anna Okafor are one record now.')).toBeTruthy();
  expect(server.sent(api.mergePeople)[0]).toMatchObject({
    params: { personId: pair.one.id },
    body: { other: pair.other.id, choices: { name: 'other' } },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(server.sent(api.undoMerge)[0]).toBeTruthy());
});

it('keeps two people apart', async () => {
  const server = await opened();
  fireEvent.click(inPair().getByRole('button', { name: 'Two people' }));
  await screen.findByText('Kept as two people.');
  expect(server.sent(api.keepApart)[0]).toMatchObject({ body: { other: pair.other.id } });
});

it('says by what people are known again, and changes it', async () => {
  const server = await opened([]);
  expect(screen.getByText('No two records look like one person')).toBeTruthy();
  const known = await screen.findByLabelText('People who write again are known by');
  fireEvent.change(known, { target: { value: 'either' } });
  await screen.findByText(/^From now on by: The email address or the phone/);
  expect(server.sent(api.setMatching)[0]).toMatchObject({ body: { matching: 'either' } });
});

it('shows only the pairs of one person where that was asked for', async () => {
  await opened([pair], `people/doubles?of=${personOf(9).id}`);
  expect(screen.queryByRole('region', { name: /Ana/ })).toBeNull();
  expect(screen.getByRole('link', { name: 'Show all' })).toBeTruthy();
});
