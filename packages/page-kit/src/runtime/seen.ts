import { tell } from './tell.ts';

/**
 * How far somebody came down the page and how long they had it before them, told whenever they turn away from it: nobody can
 * tell whether they come back. A page that is turned to again and again is told of a few times only.
 */
let deepest = 0;
let seconds = 0;
let since = performance.now();
let left = 4;

const look = () => {
  deepest = Math.max(deepest, (scrollY + innerHeight) / document.documentElement.scrollHeight);
};
addEventListener('scroll', look, { passive: true });
addEventListener('load', look);
document.addEventListener('visibilitychange', () => {
  if (!document.hidden) return void (since = performance.now());
  seconds += (performance.now() - since) / 1000;
  if (left-- > 0)
    tell('seen', 'page', `?share=${Math.floor(deepest * 100)}&seconds=${Math.round(seconds)}`);
});
