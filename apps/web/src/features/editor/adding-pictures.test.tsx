import { api, type Picture } from '@plumgate/contract';
import type { PictureId } from '@plumgate/core/basics';
import { blocksOf, emptyPage, newBand, newBlock, type Block } from '@plumgate/core/page';
import { screen } from '@testing-library/react';
import { pageOf } from '../../testing/samples.ts';
import { idOf, serverOf, show } from '../../testing/show.tsx';
import { picturesAmong } from '../pictures/picture-files.ts';
import { bringPictures, holderAt } from './adding-pictures.ts';
import { createEditorStore } from './store.ts';

const pictureOf = (number: number): Picture => ({
  id: idOf<PictureId>(number),
  name: 'Drawn',
  width: 800,
  height: 600,
  src: `/~/pictures/${number}`,
});

/** The browser's way of sending a file, as far as `upload` uses it: answers one picture after the other. */
const sent: string[] = [];
class FakeRequest {
  status = 200;
  responseText = '';
  upload: { onprogress?: (event: { loaded: number; total: number }) => void } = {};
  onload?: () => void;
  onerror?: () => void;
  open(_method: string, address: string): void {
    sent.push(address);
  }
  setRequestHeader(): void {}
  send(file: File): void {
    this.upload.onprogress?.({ loaded: 1, total: 2 });
    const isPicture = !file.name.includes('broken');
    this.status = isPicture ? 200 : 415;
    this.responseText = JSON.stringify(
      isPicture
        ? pictureOf(sent.length)
        : {
            type: 'about:blank',
            title: 'This is no picture.',
            status: 415,
            code: 'bad-request',
          },
    );
    queueMicrotask(() => this.onload?.());
  }
}
const real = globalThis.XMLHttpRequest;
beforeEach(() => {
  sent.length = 0;
  globalThis.XMLHttpRequest = FakeRequest as never;
});
afterEach(() => {
  globalThis.XMLHttpRequest = real;
});

const file = (name: string, type = 'image/png') => new File(['x'], name, { type });
const opened = () => {
  const block = (kind: 'picture' | 'gallery' | 'divider', id: string) =>
    newBlock(kind, id, {} as never) as Block;
  const page = pageOf({
    page: {
      ...emptyPage('P'),
      bands: [
        newBand('band', [
          {
            id: 'column',
            share: 1,
            blocks: [block('picture', 'one'), block('gallery', 'many'), block('divider', 'line')],
          },
        ]),
      ],
    },
    forms: {},
  });
  const server = serverOf().on(api.saveDraft, { version: 2, state: 'changed', keptAt: page.now });
  show(<p>The editor</p>, server);
  const store = createEditorStore(page);
  const kinds = () => blocksOf(store.getState().draft.page).map(({ kind }) => kind);
  const at = (id: string) => blocksOf(store.getState().draft.page).find((one) => one.id === id);
  return { store, kinds, at };
};

it('a picture fills the one it is dropped on', async () => {
  const { store, at, kinds } = opened();
  await bringPictures(store, [file('room.png')], { into: 'one' });
  expect(at('one')).toMatchObject({ picture: { id: idOf(1), width: 800, height: 600 } });
  expect(kinds()).toEqual(['picture', 'gallery', 'divider']);
  expect(store.getState().selected).toBe('one');
});

it('several go into a gallery, in their order', async () => {
  const { store, at } = opened();
  await bringPictures(store, [file('a.png'), file('b.png')], { into: 'many' });
  expect(
    (at('many') as { items: { picture: { id: string } }[] }).items.map(({ picture }) => picture.id),
  ).toEqual([idOf(1), idOf(2)]);
});

it('elsewhere they become parts of their own, one below the other', async () => {
  const { store, kinds } = opened();
  await bringPictures(store, [file('a.png'), file('b.png')], {
    place: { parent: 'column', index: 2 },
  });
  expect(kinds()).toEqual(['picture', 'gallery', 'picture', 'picture', 'divider']);
});

it('one that is none is named, and the others still come', async () => {
  const { store, kinds } = opened();
  await bringPictures(store, [file('broken.png'), file('b.png')], {
    place: { parent: 'column', index: 3 },
  });
  expect(await screen.findByText('broken.png: This is no picture.')).toBeTruthy();
  expect(kinds()).toEqual(['picture', 'gallery', 'divider', 'picture']);
});

it('knows pictures from other files, and what takes them in', () => {
  const { store } = opened();
  const carried = { files: [file('a.png'), file('b.pdf', 'application/pdf')] };
  expect(picturesAmong(carried as never).map(({ name }) => name)).toEqual(['a.png']);
  expect(picturesAmong(null)).toEqual([]);
  const { draft } = store.getState();
  expect(
    ['one', 'many', 'line', 'band', 'gone', null].map((id) => holderAt(draft, id)?.id),
  ).toEqual(['one', 'many', undefined, undefined, undefined, undefined]);
});
