import type { FormId } from '@plumgate/core/basics';
import type { Draft } from '@plumgate/core/page';
import { expect, type FrameLocator, type Locator, type Page } from '@playwright/test';
import { origin, phone as phoneSize, signedIn } from './helpers.ts';
import type { Browser } from '@playwright/test';

/** What the editor's tests speak of. */
export interface Builder {
  app: Page;
  wide: FrameLocator;
  phone: FrameLocator;
  outline: Locator;
  settings: Locator;
}

export const builderOf = (app: Page): Builder => ({
  app,
  wide: app.frameLocator('iframe[title="The page, wide"]'),
  phone: app.frameLocator('iframe[title="The page on a phone"]'),
  outline: app.getByRole('navigation', { name: 'Outline' }),
  settings: app.getByRole('complementary', { name: 'Settings' }),
});

/** The API, as anyone who is signed in on a page. */
export async function api<Answer>(
  app: Page,
  method: 'GET' | 'POST' | 'PUT',
  path: string,
  body?: unknown,
): Promise<Answer> {
  return app.evaluate(
    async ([method, path, body]) => {
      const answer = await fetch(path as string, {
        method: method as string,
        ...(body !== undefined && {
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        }),
      });
      const read = (await answer.json()) as never;
      if (!answer.ok) throw new Error(JSON.stringify(read));
      return read;
    },
    [method, path, body] as const,
  );
}

export interface MadePage {
  funnelId: string;
  pageId: string;
  slug: string;
}

/** A funnel of a client made from a draft by the API, for tests of what the editor does with it. */
export async function makePage(
  app: Page,
  client: string,
  name: string,
  draft: Draft,
): Promise<MadePage> {
  const { clients } = await api<{ clients: { id: string; slug: string }[] }>(
    app,
    'GET',
    '/api/clients',
  );
  const clientId = clients.find(({ slug }) => slug === client)!.id;
  const { funnelId } = await api<{ funnelId: string }>(
    app,
    'POST',
    `/api/clients/${clientId}/funnels`,
    { name, from: { pages: [{ name, draft }] } },
  );
  const { steps } = await api<{ steps: { pageId: string; slug: string }[] }>(
    app,
    'GET',
    `/api/funnels/${funnelId}/path`,
  );
  return { funnelId, ...steps[0]! };
}

export async function publish(app: Page, pageId: string): Promise<string> {
  const { version } = await api<{ version: number }>(app, 'GET', `/api/pages/${pageId}`);
  const { address } = await api<{ address: string }>(app, 'POST', `/api/pages/${pageId}/publish`, {
    version,
  });
  return address;
}

/** Opens the editor on a page that was just made. */
export async function openMade(app: Page, client: string, pageId: string): Promise<Builder> {
  await app.goto(`${origin}/${client}/pages/${pageId}`);
  const builder = builderOf(app);
  await expect(builder.outline).toBeVisible();
  return builder;
}

export const sampleForm = '00000000-0000-4000-8000-0000000000f1' as FormId;

/** The two views of the canvas, one after the other, each with the live page in a window of its size. */
export async function* bothViews(app: Page, browser: Browser, address: string) {
  for (const [title, size] of [
    ['The page, wide', { viewport: { width: 1280, height: 1500 } }],
    ['The page on a phone', phoneSize],
  ] as const) {
    const element = await app.locator(`iframe[title="${title}"]`).elementHandle();
    const inner = (await element!.contentFrame())!;
    await inner.evaluate(() => document.fonts.ready);
    const live = await (await browser.newContext(size)).newPage();
    await live.goto(address);
    yield { inner, live, isWide: size !== phoneSize };
  }
}

/** A marketer at a client's funnels. */
export const atFunnels = (browser: Browser, client: string) =>
  signedIn(browser, `/${client}/funnels`);

/** Drags from the middle of one thing to a point of another, in the small moves that a hand makes. */
export async function drag(app: Page, from: Locator, to: Locator, share = 0.5): Promise<void> {
  await to.scrollIntoViewIfNeeded();
  await from.scrollIntoViewIfNeeded();
  const [a, b] = [(await from.boundingBox())!, (await to.boundingBox())!];
  await app.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await app.mouse.down();
  const [x, y] = [b.x + b.width / 2, b.y + b.height * share];
  for (let step = 1; step <= 8; step++)
    await app.mouse.move(
      a.x + a.width / 2 + ((x - a.x - a.width / 2) * step) / 8,
      a.y + a.height / 2 + ((y - a.y - a.height / 2) * step) / 8,
    );
  await expect(app.locator('[data-drop-line]')).toBeVisible();
  await app.mouse.up();
}

/** Says of all that a template only suggested that it is true here, one part after the other, as the launch check leads there. */
export async function keepSuggestions(app: Page): Promise<void> {
  const launch = app.getByRole('button', { name: /^Launch check/ });
  const suggested = app.getByRole('listitem').filter({ hasText: 'only suggested by the template' });
  await launch.click();
  await expect(suggested.first()).toBeVisible();
  for (let left = await suggested.count(); left > 0; left--) {
    await expect(suggested).toHaveCount(left);
    await suggested.first().getByRole('button').click();
    await app.getByRole('button', { name: /^Keep (these words|all \d+)$/ }).click();
    await launch.click();
  }
  await expect(suggested).toHaveCount(0);
  await app.keyboard.press('Escape');
}
