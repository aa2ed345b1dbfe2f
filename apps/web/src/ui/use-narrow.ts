import { useSyncExternalStore } from 'react';

const query = '(max-width: 767px)';
const subscribe = (changed: () => void) => {
  const list = matchMedia(query);
  list.addEventListener('change', changed);
  return () => list.removeEventListener('change', changed);
};

/** Whether the window is as narrow as a phone. */
export const useNarrow = (): boolean =>
  useSyncExternalStore(subscribe, () => matchMedia(query).matches);
