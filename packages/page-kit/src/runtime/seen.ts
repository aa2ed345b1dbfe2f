import { tell } from './tell.ts';

/**
 * How far somebody came down the page, how long they had it before them, how long it took to load and whether a script failed: told whenever they turn away from it: nobody can
 * tell whether they come back. A page that is turned to again and again is told of a few times only.
 */
let deepest = 0;
let seconds = 0;
let since = performance.now();
let left = 4;
let failed = 0;
addEventListener('error', () => failed++);

const look = () => {
  deepest = Math.max(deepest, (scrollY + innerHeight) / document.documentElement.scrollHeight);
};
addEventListener('scroll', look, { passive: true });
addEventListener('load', look);
document.addEventListener('visibilitychange', () => {
  if (!document.hidden) return void (since = performance.now());
  seconds += (performance.now() - since) / 1000;
  if (left-- <= 0) return;
  const [page] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
  const told = {
    share: Math.floor(deepest * 100),
    seconds: Math.round(seconds),
    load: Math.round(page?.loadEventEnd ?? 0),
    failed,
  };
  tell('seen', 'page', `?${new URLSearchParams(told as never)}`);
});
