import { helpFor } from './help-texts.ts';
import { router } from './routes.tsx';

/** The addresses of the client's screens, with something in the place of each name. */
const screens = router.routes
  .flatMap((route) => route.children ?? [])
  .map(({ path }) => path ?? '')
  .filter((path) => path.startsWith('/:client/') && path !== '/:client/pages/:pageId')
  .map((path) => path.replace('/:client', '/quayside-dental').replace(/:\w+\??/g, 'x'));

it.each(screens)('%s has help of its own', (screen) => {
  const help = helpFor(screen);
  expect(help?.lines.length).toBeGreaterThan(0);
});
