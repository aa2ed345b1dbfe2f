import { api } from '@plumgate/contract';
import type { LinkedBandId, PageId, PictureId, TemplateId } from '@plumgate/core/basics';
import {
  blocksOf,
  emptyPage,
  examplePicture,
  newBand,
  newBlock,
  pageNode,
  type Band,
  type Block,
  type BlockKindName,
  type BlockOf,
  type Draft,
} from '@plumgate/core/page';
import { emptyCard, type ClientRecords } from '@plumgate/core/clients';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { choiceOf, pageOf, sheet } from '../../../testing/samples.ts';
import { idOf, serverOf, show } from '../../../testing/show.tsx';
import { useUi } from '../ui.ts';
import { createEditorStore, EditorProvider, type EditorStore } from '../store.ts';
import { SettingsPanel } from './settings-panel.tsx';

const records: ClientRecords = {
  staff: [
    {
      id: idOf(60),
      name: 'Ines Rook',
      role: 'Dentist',
      about: 'Never in a hurry.',
      picture: null,
      ...emptyCard,
    },
  ],
  services: [],
  reviews: [],
};
const block = (kind: BlockKindName, settings: object = {}) =>
  newBlock(kind, 'it', settings as never) as Block;
const draftOf = (one: Block | null, page: Partial<Draft['page']> = {}): Draft => ({
  page: {
    ...emptyPage('First visit'),
    bands: [
      newBand('top', [{ id: 'column', share: 1, blocks: one ? [one] : [] }], { name: 'Top' }),
      newBand('end', [{ id: 'other', share: 1, blocks: [] }], { name: 'End' }),
    ],
    ...page,
  },
  forms: {},
});

function opened(
  draft: Draft,
  selected = 'it',
  { server = serverOf(), facts = sheet.facts } = {},
): { store: EditorStore; server: ReturnType<typeof serverOf>; block: () => Block } {
  const page = pageOf(draft, { client: { ...sheet, facts } });
  const store = createEditorStore(page);
  store.getState().select(selected);
  server
    .on(api.getClientRecords, records)
    .on(api.saveDraft, { version: 2, state: 'changed', keptAt: page.now })
    .on(api.listPages, {
      pages: [choiceOf(5, { name: 'Fees' }), choiceOf(6, { name: 'Team', live: false })],
    })
    .on(api.listPictures, { pictures: [] })
    .on(api.listFiles, { files: [] });
  show(
    <EditorProvider value={store}>
      <SettingsPanel page={page} />
    </EditorProvider>,
    server,
  );
  return {
    store,
    server,
    block: () => blocksOf(store.getState().draft.page).find(({ id }) => id === 'it')!,
  };
}
const bandIn = (store: EditorStore, id = 'top') =>
  store.getState().draft.page.bands.find((band) => band.id === id)!;
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string | RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const undo = (store: EditorStore) => act(() => store.getState().undo());

describe('words that a template only suggested', () => {
  const ticks = block('ticks', { items: ['We call first', 'Within the hour'] });
  const suggested = () => {
    const draft = draftOf(ticks);
    const [top, ...others] = draft.page.bands;
    const bands = [{ ...top!, suggested: ['Within the hour', 'Somewhere else'] }, ...others];
    return opened({ ...draft, page: { ...draft.page, bands } });
  };

  it('are named until others are written', () => {
    suggested();
    screen.getByText('Within the hour', { selector: 'li' });
    type('Checklist, one per line', 'We call first\nBy noon');
    expect(screen.queryByText('Only suggested by the template')).toBeNull();
  });

  it('can be kept as they are, which an undo takes back', () => {
    const { store } = suggested();
    press('Keep these words');
    expect(bandIn(store).suggested).toEqual(['Somewhere else']);
    expect(screen.queryByText('Only suggested by the template')).toBeNull();
    undo(store);
    screen.getByText('Only suggested by the template');
  });
});

describe('a button does one thing', () => {
  it.each([
    ['next-step', { kind: 'next-step' }],
    ['call', { kind: 'call' }],
    ['text', { kind: 'text' }],
    ['email', { kind: 'email' }],
    ['scroll', { kind: 'scroll', band: 'top' }],
  ] as const)('%s takes effect at once', (kind, action) => {
    const { block: it } = opened(
      draftOf(block('button', { action: { kind: 'popup', popup: '' } })),
    );
    type('What it does', kind);
    expect(it()).toMatchObject({ action });
  });

  it('an address takes effect once it is whole, and follows an undo', () => {
    const { block: it, store } = opened(draftOf(block('button')));
    type('What it does', 'address');
    type('Address', 'exam');
    expect(screen.getByText('Give a full address that begins with https://')).toBeTruthy();
    expect(it()).toMatchObject({ action: { kind: 'next-step' } });
    type('Address', 'https://example.com/a');
    expect(it()).toMatchObject({ action: { kind: 'address', href: 'https://example.com/a' } });
    undo(store);
    expect(screen.getByLabelText<HTMLInputElement>('Address').value).toBe('https://');
  });

  it('another page is chosen from the client’s, with what is not live named', async () => {
    const { block: it } = opened(draftOf(block('button')));
    type('What it does', 'page');
    expect(
      await screen.findByRole('option', { name: 'Winter offer: Team (not live)' }),
    ).toBeTruthy();
    type('Page', idOf(5));
    expect(it()).toMatchObject({ action: { kind: 'page', page: idOf(5) } });
  });

  it('a popup needs one', () => {
    opened(draftOf(block('button')));
    type('What it does', 'popup');
    expect(screen.getByText(/^This page has no popup yet/)).toBeTruthy();
  });

  it('says what the fact sheet lacks', () => {
    opened(draftOf(block('button')), 'it', { facts: { ...sheet.facts, phone: '', email: '' } });
    type('What it does', 'call');
    expect(screen.getByText('The fact sheet has no phone number yet.')).toBeTruthy();
    type('What it does', 'email');
    expect(screen.getByText('The fact sheet has no email address yet.')).toBeTruthy();
  });
});

describe('a band', () => {
  it('has a name, a surface, a width, and where it is shown', () => {
    const { store } = opened(draftOf(null), 'top');
    type('Name', 'Promise');
    for (const name of ['Dark', 'Narrow', 'Phone'])
      fireEvent.click(screen.getByRole('radio', { name }));
    expect(bandIn(store)).toMatchObject({
      name: 'Promise',
      surface: 'deep',
      width: 'narrow',
      shown: 'phone',
    });
  });

  it('takes more columns, and asks then how they stand on a phone', () => {
    const { store } = opened(draftOf(block('divider')), 'top');
    expect(screen.queryByLabelText('Side by side')).toBeNull();
    fireEvent.click(screen.getByLabelText('3'));
    expect(bandIn(store).columns).toHaveLength(3);
    fireEvent.click(screen.getByLabelText('Side by side'));
    expect(bandIn(store).phone).toBe('beside');
    fireEvent.click(screen.getByLabelText('1'));
    // What stood in the others is kept.
    expect(bandIn(store).columns.flatMap(({ blocks }) => blocks)).toHaveLength(1);
  });

  it('is shared between pages, says where, and comes apart as a copy', async () => {
    const linked = idOf<LinkedBandId>(80);
    const server = serverOf()
      .on(api.createLinkedBand, { id: linked })
      .on(api.listLinkedBands, {
        bands: [
          {
            id: linked,
            band: {},
            forms: {},
            pages: [
              { pageId: idOf<PageId>(1), name: 'This one', funnel: 'F' },
              { pageId: idOf<PageId>(5), name: 'Fees', funnel: 'F' },
            ],
          },
        ],
      });
    const { store } = opened(draftOf(null), 'top', { server });
    press('Share this band between pages');
    const link = await screen.findByRole('link', { name: 'Fees' });
    expect(link.getAttribute('href')).toBe(`/quayside-dental/pages/${idOf(5)}`);
    expect(screen.queryByRole('link', { name: 'This one' })).toBeNull();
    press('Unlink: a copy for this page');
    const [first] = store.getState().draft.page.bands;
    expect(first).toMatchObject({ linked: null, name: 'Top' });
    expect(first!.id).not.toBe('top');
  });

  it('is kept as a template on its own, bound to no popup and no other page', async () => {
    const { server } = opened(draftOf(block('divider')), 'top');
    server.on(api.keepTemplate, { id: idOf<TemplateId>(70) });
    press('Save as a template');
    type('Name of the template', 'Our promise');
    press('Save');
    await screen.findByText('Saved as a template: “Our promise”.');
    const { kind, name, content } = server.sent(api.keepTemplate)[0]!.body as {
      kind: string;
      name: string;
      content: { pages: { draft: Draft }[] };
    };
    expect([kind, name]).toEqual(['band', 'Our promise']);
    const bands: Band[] = content.pages[0]!.draft.page.bands;
    expect(bands.map(({ linked, popup }) => [linked, popup])).toEqual([[null, '']]);
  });
});

describe('a list', () => {
  const titles = (it: Block) =>
    (it as { items: { title: string }[] }).items.map(({ title }) => title);
  const three = ['One', 'Two', 'Three'].map((title) => ({ title, text: '', picture: null }));

  it('is put in order, lengthened and shortened', () => {
    const { block: it } = opened(draftOf(block('cards', { items: three })));
    press('Move card 3 up');
    expect(titles(it())).toEqual(['One', 'Three', 'Two']);
    press('Move card 1 down');
    expect(titles(it())).toEqual(['Three', 'One', 'Two']);
    press('Remove card 2');
    press('Add a card');
    expect(titles(it())).toEqual(['Three', 'Two', 'New']);
  });

  it('keeps its last entry', () => {
    opened(draftOf(block('cards', { items: three.slice(0, 1) })));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Remove card 1' }).disabled).toBe(
      true,
    );
  });
});

it('navigation warns on a landing page, and its links are pages', async () => {
  const { block: it } = opened(draftOf(block('navigation', { items: [] })));
  expect(screen.getByText(/^This is a landing page/)).toBeTruthy();
  await waitFor(() =>
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add a link' }).disabled).toBe(
      false,
    ),
  );
  press('Add a link');
  type('Link 1', 'What it costs');
  expect(it()).toMatchObject({ items: [{ label: 'What it costs', page: idOf(5) }] });
  press('Remove link 1');
  expect(it()).toMatchObject({ items: [] });
});

it('a film at an address takes effect once that is whole', () => {
  const { block: it } = opened(draftOf(block('video')));
  fireEvent.click(screen.getByLabelText('From an address'));
  type('Address of the player', 'https://example.com/film');
  expect(it()).toMatchObject({ source: { from: 'address', href: 'https://example.com/film' } });
});

it('a picture asks what it shows', () => {
  const picture = { id: idOf<PictureId>(9), width: 800, height: 600 };
  opened(draftOf(block('picture', { picture, alt: '' })));
  expect(screen.getByText('Say what it shows, in a few words.')).toBeTruthy();
  type('What it shows', 'A quiet room');
  expect(screen.queryByText('Say what it shows, in a few words.')).toBeNull();
});

describe('the page', () => {
  it('shows its title and description as a search result, facts filled in and cut to the room there is', () => {
    const { store } = opened(
      draftOf(null, { title: 'A first visit · {{ client.name }}' }),
      pageNode,
    );
    expect(screen.getByText('A first visit · Quayside Dental')).toBeTruthy();
    expect(screen.getByLabelText('Title').textContent).toBe('A first visit · Name of the business');
    const title = 'Thirty unhurried minutes with a dentist in Port Alder who listens first';
    void act(() => store.getState().edit([{ do: 'set', id: pageNode, changes: { title } }]));
    expect(screen.getByLabelText('Title').textContent).toBe(title);
    expect(
      screen.getByText('Thirty unhurried minutes with a dentist in Port Alder who …'),
    ).toBeTruthy();
  });

  it('keeps a language once it is one, and follows an undo', () => {
    const { store } = opened(draftOf(null), pageNode);
    const field = () => screen.getByLabelText<HTMLInputElement>('Page language');
    type('Page language', 'e');
    expect(store.getState().draft.page.language).toBe('en');
    expect(field().value).toBe('e');
    type('Page language', 'es');
    expect(store.getState().draft.page.language).toBe('es');
    undo(store);
    expect(field().value).toBe('en');
  });

  it('takes a popup with a band of its own, and both go together', () => {
    const { store } = opened(draftOf(null), pageNode);
    press('Add a popup');
    const { popups, bands } = store.getState().draft.page;
    expect(bands.find(({ popup }) => popup === popups[0]!.id)).toMatchObject({
      name: 'Popup band',
    });
    act(() => store.getState().select(pageNode));
    type('Opens', 'time');
    type('Seconds', '40');
    expect(store.getState().draft.page.popups[0]).toMatchObject({ opens: 'time', after: 40 });
    press('Remove Popup');
    expect(store.getState().draft.page).toMatchObject({ popups: [] });
    expect(store.getState().draft.page.bands).toHaveLength(2);
  });

  it('the first section makes two, of what there is but the header, and of a new band', () => {
    const header = newBand('head', [{ id: 'head-c', blocks: [newBlock('logo', 'logo')] }]);
    const plain = draftOf(null);
    const { store } = opened(
      { ...plain, page: { ...plain.page, bands: [header, ...plain.page.bands] } },
      pageNode,
    );
    press('Add a section');
    const { sections, bands } = store.getState().draft.page;
    expect(sections).toEqual([
      { id: 'start', name: 'Start' },
      { id: 'section-2', name: 'Section 2' },
    ]);
    expect(bands.map(({ section }) => section)).toEqual(['', 'start', 'start', 'section-2']);
    undo(store);
    expect(store.getState().draft.page).toMatchObject({ sections: [], bands: { length: 3 } });
  });

  it('a link that another part has is refused in words; a section that goes leaves its bands', () => {
    const { store } = opened(draftOf(null), pageNode);
    press('Add a section');
    act(() => store.getState().select(pageNode));
    const link = () => screen.getAllByLabelText<HTMLInputElement>('Link')[1]!;
    fireEvent.change(link(), { target: { value: 'top' } });
    fireEvent.blur(link());
    screen.getByText('Another part of the page has this link.');
    fireEvent.change(link(), { target: { value: 'Feedback' } });
    fireEvent.blur(link());
    expect(store.getState().draft.page.sections[1]!.id).toBe('feedback');
    press('Remove Section 2; its bands stay');
    expect(store.getState().draft.page.bands.map(({ section }) => section)).toEqual([
      'start',
      'start',
      'start',
    ]);
  });

  it('says at once when another address ending is taken, and whose it is', async () => {
    const server = serverOf().on(api.checkAddress, ({ query }) =>
      (query as { slug: string }).slug === 'fees'
        ? { free: false, by: 'Fees' }
        : { free: true, by: null },
    );
    opened(draftOf(null), pageNode, { server });
    type('Page address', 'fees');
    await screen.findByText('Taken by “Fees”, now or earlier.');
    expect(
      screen.getByRole<HTMLButtonElement>('button', { name: 'Change the address' }).disabled,
    ).toBe(true);
    type('Page address', 'free-visit');
    await screen.findByText('Available.');
    server.on(api.changeAddress, {
      slug: 'free-visit' as never,
      address: 'http://quayside-dental.localhost:4310/free-visit',
    });
    press('Change the address');
    await screen.findByText('Changed. The earlier address leads here from now on.');
    expect(
      screen.getByText('Live at http://quayside-dental.localhost:4310/free-visit'),
    ).toBeTruthy();
  });

  it('suggests an ending from its title', () => {
    opened(
      draftOf(null, { title: 'Twilight viewing at 3 Ropewalk · {{ client.name }}' }),
      pageNode,
    );
    press('From the title');
    expect(screen.getByLabelText<HTMLInputElement>('Page address').value).toBe(
      'twilight-viewing-at-3-ropewalk',
    );
  });
});

it('several parts are moved, copied and removed together', () => {
  const { store } = opened(draftOf(block('divider')), 'top');
  act(() => store.getState().select('end', true));
  expect(screen.getByRole('heading', { name: '2 parts' })).toBeTruthy();
  press('Remove (Delete)');
  expect(store.getState().draft.page.bands).toEqual([]);
});

describe('a map', () => {
  const place = { lat: 43.2, lng: -69.4 };
  it('shows the client’s place, or an address of its own once it is found', async () => {
    const server = serverOf().on(api.findPlace, { place });
    const { block: it } = opened(draftOf(block('map')), 'it', { server });
    expect(screen.queryByRole('button', { name: 'Find the address' })).toBeNull();
    type('Address', '3 Ropewalk Loft, {{ client.town }}');
    press('Find the address');
    await waitFor(() => expect(it()).toMatchObject({ place }));
    expect(server.sent(api.findPlace)[0]!.body).toEqual({ address: '3 Ropewalk Loft, Port Alder' });
    // Another address is another place.
    type('Address', '4 Ropewalk Loft');
    expect(it()).toMatchObject({ address: '4 Ropewalk Loft', place: null });
  });

  it('says where nothing was found', async () => {
    const server = serverOf().on(api.findPlace, { place: null });
    const { block: it } = opened(draftOf(block('map', { address: 'Nowhere' })), 'it', { server });
    press('Find the address');
    await screen.findByText(/^That address was not found/);
    expect(it()).toMatchObject({ place: null });
  });
});

it('a gallery takes pictures in the order in which they are pressed', async () => {
  const pictures = [1, 2, 3].map((number) => ({
    id: idOf<PictureId>(number),
    name: `Picture ${number}`,
    width: 800,
    height: 600,
    src: `/${number}.webp`,
  }));
  const gallery = opened(draftOf(block('gallery', { items: [] })));
  gallery.server.on(api.listPictures, { pictures });
  fireEvent.change(screen.getByLabelText('Search the pictures'), { target: { value: 'P' } });
  for (const name of ['Picture 3', 'Picture 1', 'Picture 2', 'Picture 1'])
    fireEvent.click(await screen.findByRole('button', { name: new RegExp(name) }));
  press('Add these 2 pictures');
  expect((gallery.block() as BlockOf<'gallery'>).items.map(({ picture }) => picture.id)).toEqual([
    idOf(3),
    idOf(2),
  ]);
  expect(screen.getAllByRole('button', { name: /^Move picture/ })).toHaveLength(2);
});

describe('what is typed once for the client', () => {
  it('is put in by one press, and taken back by undo', async () => {
    const team = opened(draftOf(block('team')));
    const before = team.block();
    fireEvent.click(await screen.findByRole('button', { name: 'Use the client’s 1 person' }));
    expect(team.block()).toMatchObject({
      items: [{ name: 'Ines Rook', role: 'Dentist', text: 'Never in a hurry.', picture: null }],
    });
    expect(screen.getByText(/^These are the client’s own/)).toBeTruthy();
    act(() => team.store.getState().undo());
    expect(team.block()).toEqual(before);
  });

  it('is asked for where there is none yet', async () => {
    opened(draftOf(block('reviews')));
    expect(await screen.findByText(/has no reviews under/)).toBeTruthy();
  });
});

describe('what a part still needs', () => {
  it('is said where visitors don’t see it', () => {
    opened(draftOf(block('picture', { picture: examplePicture('drive') })));
    expect(screen.getByText(/shows an example picture, which visitors don’t see/)).toBeTruthy();
  });
  it('is nothing for a block that is set up', () => {
    opened(draftOf(block('divider')));
    expect(screen.queryByText(/don’t see/)).toBeNull();
  });
  it('fills a short row of services with what is true of most', () => {
    const view = opened(draftOf(block('cards')));
    fireEvent.click(screen.getByRole('button', { name: 'Family-owned' }));
    expect((view.block() as BlockOf<'cards'>).items.map(({ title }) => title)).toEqual([
      'What you do',
      'Another service',
      'A third',
      'Family-owned',
    ]);
    expect(screen.queryByRole('button', { name: 'Family-owned' })).toBeNull();
  });
});

describe('a field with a limit', () => {
  it('says how many characters are left, in the last fifth of it', () => {
    opened(draftOf(block('button', { label: 'x'.repeat(60) })));
    expect(screen.queryByText(/ left$/)).toBeNull();
    type('Text', 'x'.repeat(70));
    screen.getByText('10 left');
  });
});

describe('the look of a part', () => {
  beforeEach(() => useUi.setState({ isLookOpen: true }));

  it('begins as the brand says, and is back there in one press', () => {
    const { block: it, store } = opened(draftOf(block('button', { action: { kind: 'call' } })));
    fireEvent.click(screen.getAllByRole('button', { name: 'Large' })[0]!);
    expect(it().look).toEqual({ size: 125 });
    press('Back to the brand');
    expect(it().look).toEqual({});
    undo(store);
    expect(it().look).toEqual({ size: 125 });
  });

  it('takes an exact value within its limits', () => {
    const { block: it } = opened(draftOf(block('heading')));
    type('Space above, exact, in pixels', '900');
    expect(it().look).toEqual({ above: 240 });
    type('Space above, slider', '37');
    expect(it().look).toEqual({ above: 37 });
  });

  it('says at once when words can’t be told from what they lie on', () => {
    opened(draftOf(block('heading', { look: { color: 'paper' } })));
    screen.getByText(/The words: contrast 1\.0 to 1\. 3 to 1 is needed\./);
  });

  it('offers only what the kind of part has', () => {
    opened(draftOf(block('divider')));
    expect(screen.queryByText('Text color')).toBeNull();
    screen.getByText('Space above');
  });
});
