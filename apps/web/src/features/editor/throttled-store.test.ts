import { emptyPage, type Draft } from '@plumgate/core/page';
import { createStore } from 'zustand/vanilla';
import type { EditorState, EditorStore } from './store.ts';
import type { Writing } from '../../ui/merge-text/writing-tools.tsx';
import { useUi } from './ui.ts';
import { throttledStore } from './throttled-store.ts';

const titled = (title: string): Draft => ({ page: emptyPage(title), forms: {} });
const storeOf = (title: string) =>
  createStore<Partial<EditorState>>()(() => ({
    draft: titled(title),
    selected: 'headline',
  })) as unknown as EditorStore;
const write = (store: EditorStore, title: string) => store.setState({ draft: titled(title) });
const title = (reading: Pick<EditorStore, 'getState'>) => reading.getState().draft.page.title;
const steady = { rest: 250, atLatest: 250 };
const begin = () => useUi.setState({ writing: {} as Writing });
const end = () => useUi.setState({ writing: null });

beforeEach(() => jest.useFakeTimers());
afterEach(end);

test('whoever does not lag, and whoever reads while nobody writes, has every letter at once', () => {
  const store = storeOf('A');
  const readers = [
    throttledStore(store, () => false, steady),
    throttledStore(store, () => true, steady),
  ];
  const tell = jest.fn();
  for (const reader of readers) reader.subscribe(tell);
  write(store, 'Ab');
  expect(readers.map(title)).toEqual(['Ab', 'Ab']);
  expect(tell).toHaveBeenCalledTimes(2);
  begin();
  write(store, 'Abc');
  expect(readers.map(title)).toEqual(['Abc', 'Ab']);
});

test('who lags follows a few times a second, also while nobody pauses', () => {
  const store = storeOf('');
  const reading = throttledStore(store, () => true, steady);
  const seen: string[] = [];
  reading.subscribe(() => seen.push(title(reading)));
  begin();
  for (const one of ['a', 'ab', 'abc', 'abcd', 'abcde', 'abcdef']) {
    write(store, one);
    jest.advanceTimersByTime(100);
  }
  expect(seen).toEqual(['abc', 'abcdef']);
});

test('who waits for the hand to rest is shown nothing between, but not for ever', () => {
  const store = storeOf('');
  const reading = throttledStore(store, () => true, { rest: 250, atLatest: 1000 });
  const seen: string[] = [];
  reading.subscribe(() => seen.push(title(reading)));
  begin();
  for (let letters = 1; letters <= 12; letters++) {
    write(store, 'a'.repeat(letters));
    jest.advanceTimersByTime(100);
  }
  expect(seen).toEqual(['a'.repeat(10)]);
  jest.advanceTimersByTime(250);
  expect(seen).toEqual(['a'.repeat(10), 'a'.repeat(12)]);
});

test('another selection is shown at once, with all that was written', () => {
  const store = storeOf('');
  const reading = throttledStore(store, () => true, steady);
  reading.subscribe(() => {});
  begin();
  write(store, 'a');
  store.setState({ selected: 'button' });
  expect([title(reading), reading.getState().selected]).toEqual(['a', 'button']);
});

test('what waited has come by the time the writing ends, and once', () => {
  const store = storeOf('');
  const reading = throttledStore(store, () => true, steady);
  const tell = jest.fn();
  const stop = reading.subscribe(tell);
  begin();
  write(store, 'a');
  expect(title(reading)).toBe('');
  end();
  expect(title(reading)).toBe('a');
  jest.runAllTimers();
  expect(tell).toHaveBeenCalledTimes(1);
  stop();
  write(store, 'b');
  expect(tell).toHaveBeenCalledTimes(1);
});

test('what changed before anybody listened is there from the first look on', () => {
  const store = storeOf('');
  const reading = throttledStore(store, () => true, steady);
  write(store, 'early');
  reading.subscribe(() => {});
  expect(title(reading)).toBe('early');
});
