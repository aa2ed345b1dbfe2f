import { api } from '@plumgate/contract';
import { plainBrand, type Brand } from '@plumgate/core/brand';
import { emptyPage } from '@plumgate/core/page';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { refusal } from '../../../testing/fake-server.ts';
import { pageOf, sheet } from '../../../testing/samples.ts';
import { serverOf, show } from '../../../testing/show.tsx';
import { createEditorStore, EditorProvider } from '../store.ts';
import { BrandShelf } from './brand-shelf.tsx';

/** Of the editor that was opened last: a brand still to be saved would reach the server of another test a moment later. */
let saveBrand = (): Promise<void> => Promise.resolve();

afterEach(async () => {
  await saveBrand().catch(() => undefined);
});

const opened = () => {
  const page = pageOf({ page: emptyPage('First visit'), forms: {} });
  const store = createEditorStore(page);
  saveBrand = store.getState().saveBrand;
  const server = serverOf()
    .on(api.saveBrand, sheet)
    .on(api.changeFunnel, {})
    .on(api.listPictures, { pictures: [] })
    .on(api.getClient, sheet);
  show(
    <EditorProvider value={store}>
      <BrandShelf page={page} />
    </EditorProvider>,
    server,
  );
  return { server, brand: () => store.getState().brand, store };
};
const digits = (role: string) => screen.getByLabelText<HTMLInputElement>(`${role}, hex code`);
const typed = (role: string, value: string, done: 'blur' | 'enter' = 'blur') => {
  const field = digits(role);
  fireEvent.change(field, { target: { value } });
  if (done === 'blur') fireEvent.blur(field);
  else fireEvent.keyDown(field, { key: 'Enter' });
};

describe('a colour', () => {
  it.each([
    ['#1F6A70', '#1F6A70'],
    ['1f6a70', '#1F6A70'],
    [' 1F6A70 ', '#1F6A70'],
    ['abc', '#AABBCC'],
  ])('is taken as typed or pasted: %s', (value, colour) => {
    const { brand } = opened();
    typed('Action', value);
    expect(brand().colours.action).toBe(colour);
  });

  it('is taken by Enter too', () => {
    const { brand } = opened();
    typed('Dark', '223344', 'enter');
    expect(brand().colours.deep).toBe('#223344');
  });

  it.each(['1F6A7', 'plum', '#12345G', ''])(
    'that is none is said to be, and changes nothing: %s',
    (value) => {
      const { brand } = opened();
      typed('Action', value);
      expect(screen.getByText('Six digits or letters a to f, such as 1F6A70.')).toBeTruthy();
      expect(digits('Action').getAttribute('aria-invalid')).toBe('true');
      expect(brand().colours).toEqual(plainBrand.colours);
    },
  );

  it('is kept among the recent ones, newest first, for whichever role was last at hand', () => {
    const { brand } = opened();
    typed('Action', '111111');
    typed('Dark', '222222');
    fireEvent.focus(digits('Tint'));
    const recent = screen.getAllByRole('button', { name: /^Use #/ });
    expect(recent.map(({ title }) => title)).toEqual(['#222222', '#111111']);
    fireEvent.click(screen.getByRole('button', { name: 'Use #111111 for Tint' }));
    expect(brand().colours.tint).toBe('#111111');
  });

  it('is remembered eight deep', () => {
    opened();
    for (let n = 0; n < 10; n++) typed('Action', `00000${n}`);
    expect(screen.getAllByRole('button', { name: /^Use #/ })).toHaveLength(8);
  });
});

it('warns when words can’t be read on the page, and says what happens then', () => {
  opened();
  typed('Page', '777777');
  typed('Text', '888888');
  expect(
    screen.getByText(/^Words on the page reach 1\.\d to 1; 4\.5 to 1 is needed\./),
  ).toBeTruthy();
});

it('changes type, corners and buttons at once', () => {
  const { brand } = opened();
  const type = screen.getByLabelText<HTMLSelectElement>('Type');
  const other = [...type.options].find(({ value }) => value !== plainBrand.typePair)!.value;
  fireEvent.change(type, { target: { value: other } });
  fireEvent.click(screen.getByLabelText('Round'));
  fireEvent.click(screen.getByLabelText('Pill'));
  expect(brand()).toMatchObject({ typePair: other, corners: 'round', press: 'pill' });
});

it('is sent once, a moment after the last of several changes', async () => {
  const { server } = opened();
  typed('Dark', '222222');
  typed('Action', '111111');
  // What other shelves have still to send may arrive meanwhile.
  const ours = () =>
    server.sent(api.saveBrand).filter(({ body }) => (body as Brand).colours.action === '#111111');
  await waitFor(() => expect(ours()).toHaveLength(1));
  expect(ours()[0]!.body).toMatchObject({ colours: { deep: '#222222' } });
});

it('says why it was not kept', async () => {
  const { server, store } = opened();
  server.on(api.saveBrand, () => refusal(403, 'You may not change this client’s brand.'));
  typed('Action', '123123');
  const why = 'You may not change this client’s brand.';
  await waitFor(() => expect(store.getState().notice).toBe(why));
  // It is not forgotten: the next time everything is kept, it is sent again.
  server.on(api.saveBrand, sheet);
  await store.getState().saveBrand();
  const ours = server
    .sent(api.saveBrand)
    .filter(({ body }) => (body as Brand).colours.action === '#123123');
  expect(ours).toHaveLength(2);
});

it('leaves something to publish, also where a draft kept meanwhile was called live', async () => {
  const { server, store } = opened();
  expect(store.getState().live).toBe('live');
  typed('Action', '321321');
  expect(store.getState().live).toBe('changed');
  store.setState({ live: 'live' });
  await store.getState().saveBrand();
  expect(store.getState().live).toBe('changed');
  expect(server.sent(api.saveBrand).at(-1)!.body).toMatchObject({ colours: { action: '#321321' } });
});

describe('a style of the brand', () => {
  const add = (name: string) => {
    fireEvent.change(screen.getByLabelText('A new style'), { target: { value: name } });
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
  };

  it('begins as the brand is, is saved before the funnel has it, and is changed apart from the brand', async () => {
    const { server, store } = opened();
    add('Spring offer');
    await waitFor(() => expect(server.sent(api.changeFunnel)).toHaveLength(1));
    const [saved] = server.sent(api.saveBrand);
    const { styles } = saved!.body as Brand;
    expect(styles).toMatchObject([{ name: 'Spring offer', colours: sheet.brand.colours }]);
    expect(server.sent(api.changeFunnel)[0]!.body).toEqual({ style: styles[0]!.id });
    typed('Action', '#B4460C');
    const { clientBrand, brand } = store.getState();
    expect(brand.colours.action).toBe('#B4460C');
    expect(clientBrand.colours.action).toBe(sheet.brand.colours.action);
    expect(clientBrand.styles[0]!.colours.action).toBe('#B4460C');
  });

  it('is left again for the client’s brand, and kept', async () => {
    const { store } = opened();
    add('Dark');
    await waitFor(() => expect(store.getState().style).not.toBe(''));
    typed('Page', '#101418');
    fireEvent.change(screen.getByLabelText('Style of this funnel'), { target: { value: '' } });
    expect(store.getState().brand.colours).toEqual(sheet.brand.colours);
    expect(store.getState().clientBrand.styles).toHaveLength(1);
  });
});
