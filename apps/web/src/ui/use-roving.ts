import { useEffect, useRef, type RefObject } from 'react';

const current = '[aria-current="page"], [aria-selected="true"]';

/**
 * Makes the links or buttons of a row one stop for the Tab key, at the one that is current; the arrow keys go on to the
 * next, Home and End to the ends (the tabs pattern of the ARIA Authoring Practices).
 */
export function useRoving<Element extends HTMLElement>(): RefObject<Element | null> {
  const row = useRef<Element>(null);
  useEffect(() => {
    const stops = stopsIn(row.current);
    const stop = stops.find((one) => one.matches(current)) ?? stops[0];
    for (const one of stops) one.tabIndex = one === stop ? 0 : -1;
  });
  useEffect(() => {
    const element = row.current;
    const onKey = (event: KeyboardEvent) => {
      const stops = stopsIn(element);
      const next = nextStop(event.key, stops.indexOf(event.target as HTMLElement), stops.length);
      if (next === null) return;
      event.preventDefault();
      stops[next]?.focus();
    };
    element?.addEventListener('keydown', onKey);
    return () => element?.removeEventListener('keydown', onKey);
  }, []);
  return row;
}

const stopsIn = (row: HTMLElement | null): HTMLElement[] => [
  ...(row?.querySelectorAll<HTMLElement>('a[href], button') ?? []),
];

/** Which stop a key goes to, round at the ends; null for a key that goes nowhere. */
export function nextStop(key: string, at: number, count: number): number | null {
  if (at < 0) return null;
  switch (key) {
    case 'ArrowRight':
      return (at + 1) % count;
    case 'ArrowLeft':
      return (at - 1 + count) % count;
    case 'Home':
      return 0;
    case 'End':
      return count - 1;
    default:
      return null;
  }
}
