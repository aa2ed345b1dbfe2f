import { emptyPage, type Draft } from '@plumgate/core/page';
import { createStore } from 'zustand/vanilla';
import { pacedDraft } from './paced-draft.ts';
import type { EditorStore } from './store.ts';

const titled = (title: string): Draft => ({ page: emptyPage(title), forms: {} });
const storeOf = (title: string) =>
  createStore<{ draft: Draft }>()(() => ({ draft: titled(title) })) as unknown as EditorStore;

beforeEach(() => jest.useFakeTimers());

test('the side that is written in shows every letter at once', () => {
  const store = storeOf('A');
  const paced = pacedDraft(store, () => false);
  const tell = jest.fn();
  paced.subscribe(tell);
  store.setState({ draft: titled('Ab') });
  expect(paced.shown().page.title).toBe('Ab');
  expect(tell).toHaveBeenCalledTimes(1);
});

test('the other side follows a few times a second, also while nobody pauses', () => {
  const store = storeOf('');
  const paced = pacedDraft(store, () => true);
  const seen: string[] = [];
  paced.subscribe(() => seen.push(paced.shown().page.title));
  for (const title of ['a', 'ab', 'abc', 'abcd', 'abcde', 'abcdef']) {
    store.setState({ draft: titled(title) });
    jest.advanceTimersByTime(100);
  }
  expect(seen).toEqual(['abc', 'abcdef']);
});

test('what waited is shown at once when the writing ends with another change', () => {
  const store = storeOf('');
  let isFollowing = true;
  const paced = pacedDraft(store, () => isFollowing);
  const tell = jest.fn();
  const stop = paced.subscribe(tell);
  store.setState({ draft: titled('a') });
  isFollowing = false;
  store.setState({ draft: titled('b') });
  expect(paced.shown().page.title).toBe('b');
  jest.runAllTimers();
  expect(tell).toHaveBeenCalledTimes(1);
  stop();
  store.setState({ draft: titled('c') });
  expect(tell).toHaveBeenCalledTimes(1);
});
