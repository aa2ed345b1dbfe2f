import { api, type FunnelTags, type TagView } from '@plumgate/contract';
import type { FormId, FunnelId, PageId, TagId } from '@plumgate/core/basics';
import { usualMeasuring, type TagContent } from '@plumgate/core/tags';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { emptyChoices, idOf, serverOf, show } from '../../testing/show.tsx';
import { TagsScreen } from './tags-screen.tsx';

const content = (changes: Partial<TagContent> = {}): TagContent => ({
  ...{ name: 'Base', code: '<script>base()</script>', on: true, part: 'head' },
  ...{ place: { kind: 'client' }, runs: { kind: 'always' }, needsConsent: true, needs: null },
  ...changes,
});
const base: TagView = { id: idOf<TagId>(1), content: content() };
const lead: TagView = {
  id: idOf<TagId>(2),
  content: content({
    ...{ name: 'Lead', needs: base.id, part: 'body' },
    runs: { kind: 'lead', form: idOf<FormId>(5), value: 4000 as never },
  }),
};
const receiver = [
  content({ name: 'Tag receiver, base', code: '<script src="r"></script>' }),
  content({ name: 'Tag receiver, lead', runs: { kind: 'lead', form: null, value: null } }),
];
const funnel: FunnelTags = {
  ...{ funnelId: idOf<FunnelId>(7), name: 'First visit' },
  pages: [
    { pageId: idOf<PageId>(8), name: 'Ask', tags: [base.id] },
    { pageId: idOf<PageId>(9), name: 'Thanks', tags: [base.id, lead.id] },
  ],
  findings: [{ rule: 'before-needed', tag: lead.id, page: idOf<PageId>(9) }],
};
function opened(tags: TagView[], measuring = usualMeasuring) {
  const server = serverOf()
    .on(api.getTags, () => ({ tags, measuring, receiver }))
    .on(api.getConditionChoices, () => ({
      ...emptyChoices,
      form: [{ id: idOf(5), name: 'First visit form' }],
      funnel: [{ id: idOf(7), name: 'First visit' }],
    }))
    .on(api.checkTags, { funnels: [funnel] })
    .on(api.listTagHits, { hits: [] })
    .on(api.addTags, () => ({ ids: [idOf<TagId>(3)] }))
    .on(api.changeTag, {})
    .on(api.removeTag, {})
    .on(api.orderTags, {})
    .on(api.changeMeasuring, {});
  show(<TagsScreen />, server, { at: 'results/tags', place: 'results/tags' });
  return server;
}
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

it('lists tags in the order in which they run, and says of each page what it carries and what is wrong', async () => {
  opened([base, lead]);
  await screen.findByText('On every page, in the head · only with consent');
  expect(
    screen.getByText(
      'On every page, at the end of the body · once for each “First visit form” · worth $40.00 · only with consent · after “Base”',
    ),
  ).toBeTruthy();
  expect(await screen.findByText('Base, then Lead')).toBeTruthy();
  expect(
    screen.getByText('Thanks: “Lead” comes before the tag that it needs, or without it.'),
  ).toBeTruthy();
});

it('adds a tag that counts a lead on one funnel', async () => {
  const server = opened([base]);
  await screen.findByText('Base');
  press('Add a tag');
  const dialog = within(screen.getByRole('dialog'));
  const type = (label: string, value: string) =>
    fireEvent.change(dialog.getByLabelText(label), { target: { value } });
  type('Name', 'Lead');
  expect(dialog.getByRole('button', { name: 'Save' }).hasAttribute('disabled')).toBe(true);
  type('Code', '<script>lead()</script>');
  fireEvent.click(dialog.getByLabelText('Once for each lead'));
  type('Where', 'funnel');
  type('Needs the code of', base.id);
  fireEvent.click(dialog.getByRole('button', { name: 'Save' }));
  await waitFor(() =>
    expect(server.sent(api.addTags)[0]!.body).toEqual({
      tags: [
        content({
          ...{ name: 'Lead', code: '<script>lead()</script>', needs: base.id },
          place: { kind: 'funnel', funnel: idOf<FunnelId>(7) },
          runs: { kind: 'lead', form: null, value: null },
        }),
      ],
    }),
  );
});

it('switches and moves a tag', async () => {
  const server = opened([base, lead]);
  fireEvent.click((await screen.findAllByLabelText('On'))[1]!);
  await waitFor(() =>
    expect(server.sent(api.changeTag)[0]!.body).toEqual({ ...lead.content, on: false }),
  );
  press('Run Lead earlier');
  await waitFor(() =>
    expect(server.sent(api.orderTags)[0]!.body).toEqual({ tags: [lead.id, base.id] }),
  );
});

it('removes a tag; brought back it is in its place, and needed again', async () => {
  const server = opened([base, lead]);
  await screen.findByText('Base');
  press('Remove Base');
  await screen.findByText('Base was removed.');
  press('Undo');
  await waitFor(() =>
    expect(server.sent(api.orderTags).at(-1)!.body).toEqual({ tags: [idOf(3), lead.id] }),
  );
  expect(server.sent(api.changeTag).at(-1)!.body).toEqual({ ...lead.content, needs: idOf(3) });
});

it('tries the wiring with two tags of the receiver, the second after the first', async () => {
  const server = opened([]);
  await screen.findByText('No tag is on the pages');
  press('Try with the tag receiver');
  await waitFor(() => expect(server.sent(api.addTags)).toHaveLength(2));
  expect(server.sent(api.addTags).map(({ body }) => body)).toEqual([
    { tags: [receiver[0]] },
    { tags: [{ ...receiver[1], needs: idOf(3) }] },
  ]);
});

it('asks visitors in the client’s own words by language, and refuses what is no address', async () => {
  const server = opened([]);
  fireEvent.click(await screen.findByLabelText(/^With a cookie after they agree/));
  fireEvent.change(screen.getByLabelText('On pages in'), { target: { value: 'es' } });
  fireEvent.change(screen.getByLabelText('The bar says'), { target: { value: '¿Cookies?' } });
  fireEvent.change(screen.getByLabelText('Address of the privacy page'), {
    target: { value: 'javascript:x' },
  });
  expect(screen.getByText(/^Give an address, such as/)).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Address of the privacy page'), {
    target: { value: 'https://quayside.test/privacy' },
  });
  press('Save');
  await waitFor(() =>
    expect(server.sent(api.changeMeasuring)[0]!.body).toEqual({
      ...{ mode: 'ask', words: { es: '¿Cookies?' } },
      policy: 'https://quayside.test/privacy',
    }),
  );
});
