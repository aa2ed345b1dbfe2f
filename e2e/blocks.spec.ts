import { prose } from '@plumgate/core/basics';
import { AxeBuilder } from '@axe-core/playwright';
import type { ListingId, PageId } from '@plumgate/core/basics';
import { shortForm, type FormDefinition } from '@plumgate/core/forms';
import type { IconChoice } from '@plumgate/core/icons';
import {
  blockKinds,
  emptyPage,
  newBand,
  newBlock,
  type Block,
  type BlockKindName,
  type Draft,
} from '@plumgate/core/page';
import { expect, test } from '@playwright/test';
import { api, atFunnels, bothViews, makePage, openMade, publish, sampleForm } from './builder.ts';
import { ask, origin, phone as phoneSize } from './helpers.ts';
import { htmlProblems } from './html-problems.ts';
import { port } from './playwright.config.ts';

const client = 'marram-coast-homes';
const kinds = Object.keys(blockKinds) as BlockKindName[];

const check: IconChoice = {
  kind: 'drawn',
  name: 'check',
  box: [0, 0, 24, 24],
  line: 2,
  shapes: [{ tag: 'path', paint: 'line', d: 'M20 6 9 17l-5-5' }],
};

/** A form whose questions have all that a question may have. */
const short = shortForm('Form', ['q1', 'q2', 'q3']);
const withEverything: FormDefinition = {
  ...short,
  questions: short.questions.map((question, index) =>
    index === 0
      ? {
          ...question,
          help: 'As we should call you',
          initial: 'Ana',
          errorText: 'A name, please.',
          icon: check,
          above: [{ kind: 'words', text: 'About you' }],
        }
      : question,
  ),
  beforeButton: [{ kind: 'divider' }],
};

/** Every kind of block, set up as far as it needs to show itself, in the parts of the page it belongs to. */
function everyBlock(picture: { id: string; width: number; height: number }): Draft {
  const ref = picture as never;
  const settings: Partial<Record<BlockKindName, object>> = {
    heading: { level: 1, text: 'Every kind of block' },
    text: {
      text: [
        ...prose('Plain, then a list.'),
        {
          kind: 'bullets',
          items: [[{ text: 'One', bold: true, italic: false, href: 'https://example.com/' }]],
        },
      ],
    },
    picture: {
      picture: ref,
      alt: 'A drawn picture',
      crop: 'wide',
      width: 420,
      caption: 'Drawn by hand',
      action: { kind: 'enlarge' },
      onPhone: { picture: null, crop: 'tall', focus: { x: 20, y: 50 } },
      look: { align: 'center', corners: 30 },
    },
    'before-after': { before: ref, after: ref, alt: 'A drive' },
    gallery: { items: [1, 2, 3].map(() => ({ picture: ref, alt: 'A drawn picture' })) },
    form: { formId: sampleForm, layout: 'columns' },
    booking: { formId: sampleForm },
    countdown: { counts: 'visit', minutes: 90 },
    video: { source: { from: 'address', href: 'https://example.com/film' }, poster: ref },
    button: { action: { kind: 'call' }, icon: check, note: 'We answer by five' },
    'call-bar': { besideLabel: 'Write to us', besideBand: 'band-form' },
    cards: { items: [{ title: 'A card', text: 'With a picture', picture: ref, icon: check }] },
    team: { items: [{ name: 'Ro', role: 'Shows homes', text: 'Kind.', picture: ref }] },
    ticks: { items: ['We call first', 'We come on time'], icon: check },
    reviews: {
      items: [
        {
          said: 'They listened.',
          who: 'Ines, Port Alder',
          stars: 4,
          source: 'Harbor Pages',
          picture: null,
        },
      ],
    },
    figures: { items: [{ figure: '11', label: 'years on Mill Lane' }] },
    'price-list': { items: [{ title: 'Crown', text: 'Made in the house.', price: '$950' }] },
    questions: { items: [{ question: 'Is there parking?', answer: 'Yes, behind the house.' }] },
    navigation: { items: [] },
    code: { html: '<p>Theirs</p>' },
  };
  const bands = kinds.map((kind) =>
    newBand(
      `band-${kind}`,
      [
        {
          id: `column-${kind}`,
          share: 1,
          blocks: [newBlock(kind, `block-${kind}`, (settings[kind] ?? {}) as never) as Block],
        },
      ],
      { name: kind, space: 24, width: 'medium' },
    ),
  );
  bands[1] = {
    ...bands[1]!,
    surface: 'deep',
    picture: { ...picture, fade: 70, focus: { x: 20, y: 80 } } as never,
  };
  return {
    page: { ...emptyPage('Every block'), kind: 'site', bands },
    forms: { [sampleForm]: withEverything },
  };
}

/** It shows the visitor's own booking: the canvas shows a sample instead. */
const notCompared = new Set(['your-booking']);

test('every block lies on the canvas as it lies live, wide and on a phone, free of serious faults and valid HTML', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const drawing = await app.evaluate(async () => {
    const canvas = new OffscreenCanvas(900, 700);
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#6a4a86';
    context.fillRect(0, 0, 900, 700);
    return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())];
  });
  const { clients } = await api<{ clients: { id: string; slug: string }[] }>(
    app,
    'GET',
    '/api/clients',
  );
  const { id: clientId } = clients.find(({ slug }) => slug === client)!;
  const picture = await app.evaluate(
    async ([id, bytes]) =>
      (await (
        await fetch(`/api/clients/${id as string}/pictures?name=Drawn`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: new Uint8Array(bytes as number[]),
        })
      ).json()) as { id: string; width: number; height: number },
    [clientId, drawing] as const,
  );
  await api(app, 'POST', `/api/clients/${clientId}/calendars`, { name: 'Viewings' });
  const { id, width, height } = picture;
  const { pageId } = await makePage(app, client, 'Every block', everyBlock({ id, width, height }));
  const linked = await api<{ draft: Draft; version: number }>(app, 'GET', `/api/pages/${pageId}`);
  const navigation = newBlock('navigation', 'block-navigation', {
    items: [{ label: 'This page', page: pageId as PageId }],
  });
  const { listings } = await api<{ listings: { id: ListingId }[] }>(
    app,
    'GET',
    `/api/clients/${clientId}/listings?limit=1`,
  );
  await api(app, 'PUT', `/api/pages/${pageId}/draft`, {
    version: linked.version,
    draft: {
      ...linked.draft,
      page: {
        ...linked.draft.page,
        listing: { id: listings[0]!.id, isLive: false },
        bands: linked.draft.page.bands.map((band) =>
          band.id === 'band-navigation'
            ? { ...band, columns: [{ ...band.columns[0]!, blocks: [navigation] }] }
            : band,
        ),
      },
    },
  });
  const address = await publish(app, pageId);
  await openMade(app, client, pageId);

  for await (const { inner, live } of bothViews(app, browser, address)) {
    await expect(async () => {
      await live.reload();
      const boxes = (parts: string[]) =>
        parts.map((part) => {
          const band = document.getElementById(`band-${part}`);
          const block = band?.querySelector('.block');
          if (!block) return null;
          const [outer, own] = [band!.getBoundingClientRect(), block.getBoundingClientRect()];
          return [own.x, own.y - outer.y, own.width, own.height, outer.height].map(Math.round);
        });
      const wanted = kinds.filter((kind) => !notCompared.has(kind));
      const canvas = await inner.evaluate(boxes, wanted);
      const page = await live.evaluate(boxes, wanted);
      const apart = wanted.flatMap((kind, at) =>
        JSON.stringify(canvas[at]) === JSON.stringify(page[at]) ||
        canvas[at]?.every((value, side) => Math.abs(value - page[at]![side]!) <= 1)
          ? []
          : [{ kind, canvas: canvas[at], live: page[at] }],
      );
      expect(apart).toEqual([]);
    }).toPass({ timeout: 40_000 });
    const { violations } = await new AxeBuilder({ page: live })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      .exclude('iframe')
      .analyze();
    const serious = violations.filter(
      (one) => one.impact === 'serious' || one.impact === 'critical',
    );
    expect(
      serious.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' ')}`),
    ).toEqual([]);
  }

  // The launch check measures the phone: nothing of ours is too small, and it says so of what is.
  const check = app.getByRole('button', { name: /^Launch check/ });
  await check.click();
  await expect(app.getByText(/words, .* to read/)).toBeVisible();
  await expect(app.getByText(/under (14|24) px/)).toHaveCount(0);
  await app.keyboard.press('Escape');
  const phone = app.frameLocator('iframe[title="The page on a phone"]');
  await phone.locator('h1').evaluate((one) => (one.style.fontSize = '9px'));
  await phone.locator('.social a').evaluateAll((all) => {
    for (const one of all)
      one.style.cssText =
        'display:inline-block;width:15px;height:15px;margin:0;padding:0;min-height:0';
  });
  await app
    .getByRole('navigation', { name: 'Outline' })
    .getByRole('button', { name: 'Page' })
    .click();
  await app.getByLabel('Title', { exact: true }).fill('Every kind of block');
  await check.click();
  await expect(app.getByText(/has words under 14 px on a phone/)).toHaveCount(1);
  await expect(app.getByText(/a tap target under 24 px on a phone/)).toHaveCount(1);
  await app.keyboard.press('Escape');

  const { body } = await ask({
    port,
    host: new URL(address).host,
    path: new URL(address).pathname,
  });
  expect(await htmlProblems(body)).toEqual([]);

  // A press opens the picture large, in the browser's own dialog.
  const visitor = await (await browser.newContext()).newPage();
  await visitor.goto(address);
  await visitor.locator('a[data-enlarge]').click();
  const large = visitor.getByRole('dialog').getByRole('img', { name: 'A drawn picture' });
  await expect(large).toBeVisible();
  await visitor.keyboard.press('Escape');
  await expect(large).toHaveCount(0);
});

test('what runs on a page runs: a popup, a call bar, a film on its press, hours, a countdown from the first visit', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const popup = {
    id: 'offer',
    name: 'Before you go',
    opens: 'time' as const,
    after: 0,
    everyDays: 3,
  };
  const column = (id: string, ...blocks: Block[]) => [{ id, share: 1, blocks }];
  const draft: Draft = {
    page: {
      ...emptyPage('What runs'),
      popups: [popup],
      bands: [
        newBand(
          'top',
          column(
            'top-1',
            newBlock('heading', 'title', { text: 'Runs', level: 1 }) as Block,
            newBlock('button', 'opens', {
              label: 'Open',
              action: { kind: 'popup', popup: 'offer' },
            }) as Block,
            newBlock('video', 'film', {
              source: { from: 'address', href: 'https://films.example.test/one' },
              title: 'Watch',
            }) as Block,
            newBlock('hours', 'open') as Block,
            newBlock('countdown', 'left', {
              counts: 'visit',
              minutes: 30,
              above: 'Held for you',
            }) as Block,
            newBlock('call-bar', 'bar') as Block,
          ),
        ),
        newBand(
          'inside',
          column(
            'inside-1',
            newBlock('heading', 'wait', { text: 'Wait', level: 2 }) as Block,
            newBlock('button', 'more', { label: 'Call', action: { kind: 'call' } }) as Block,
          ),
          { popup: 'offer' },
        ),
      ],
    },
    forms: {},
  };
  const { pageId } = await makePage(app, client, 'What runs', draft);
  const { phone } = await openMade(app, client, pageId);
  await expect(phone.locator('.popup-made')).toContainText('Wait');
  const address = await publish(app, pageId);

  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const visitor = await context.newPage();
  await visitor.route('https://films.example.test/**', (route) =>
    route.fulfill({ contentType: 'text/html', body: '<p>Video</p>' }),
  );
  await visitor.goto(address);
  const dialog = visitor.getByRole('dialog', { name: 'Before you go' });
  await expect(dialog).toBeVisible();
  // The focus stays inside, Escape closes, and it does not come back by itself.
  for (let presses = 0; presses < 4; presses++) {
    await visitor.keyboard.press('Tab');
    expect(
      await visitor.evaluate(
        () =>
          document.activeElement?.closest('dialog') !== null ||
          document.activeElement === document.body,
      ),
    ).toBe(true);
  }
  await visitor.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await visitor.reload();
  await expect(visitor.getByRole('heading', { name: 'Runs' })).toBeVisible();
  await expect(dialog).toBeHidden();
  await visitor.getByRole('link', { name: 'Open', exact: true }).click();
  await expect(dialog).toBeVisible();
  await visitor.getByRole('link', { name: 'Close' }).click();
  await expect(dialog).toBeHidden();
  // The film is asked for when it is pressed, and not before.
  await expect(visitor.locator('.video iframe')).toHaveCount(0);
  const told = visitor.waitForRequest((request) => request.url().includes('/~/watch/'));
  await visitor.getByRole('link', { name: 'Watch' }).click();
  expect((await told).url()).toMatch(/\/film\?share=0$/);
  await expect(visitor.frameLocator('.video iframe').getByText('Video')).toBeVisible();
  await expect(visitor.locator('.hours .now')).toContainText(/Open now, until|Closed now, opens/);
  const left = () => visitor.locator('.countdown b').allInnerTexts();
  await expect.poll(async () => Number((await left())[2])).toBeGreaterThan(25);
  // Counted from the first visit, not from this one.
  await visitor.evaluate(() => localStorage.setItem('seen:left', String(Date.now() - 31 * 60_000)));
  await visitor.reload();
  await expect(visitor.locator('.countdown')).toContainText('It has begun.');

  // On a phone nothing opens by itself at once; the call bar stays in sight all the way down.
  const small = await (await browser.newContext(phoneSize)).newPage();
  await small.goto(address);
  await expect(small.locator('.call-bar')).toBeInViewport();
  await small.evaluate(() => scrollTo(0, document.body.scrollHeight));
  await expect(small.locator('.call-bar')).toBeInViewport();
  expect(await small.getByRole('dialog').count()).toBe(0);
});

test('popups open as a visitor turns to leave and as they read on, each once in its days', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const popup = (id: string, opens: 'leaving' | 'scroll') => ({
    id,
    name: `By ${opens}`,
    opens,
    after: opens === 'scroll' ? 60 : 0,
    everyDays: 7,
  });
  const words = (id: string, text: string, changes: object = {}) =>
    newBand(
      id,
      [{ id: `${id}-1`, share: 1, blocks: [newBlock('heading', `${id}-h`, { text }) as Block] }],
      changes,
    );
  const { pageId } = await makePage(app, client, 'Two popups', {
    page: {
      ...emptyPage('Two popups'),
      popups: [popup('goes', 'leaving'), popup('reads', 'scroll')],
      bands: [
        ...['One', 'Two', 'Three', 'Four', 'Five', 'Six'].map((text) =>
          words(text.toLowerCase(), text, { space: 240 }),
        ),
        words('in-goes', 'Wait', { popup: 'goes' }),
        words('in-reads', 'More', { popup: 'reads' }),
        newBand('call', [
          {
            id: 'call-1',
            share: 1,
            blocks: [newBlock('button', 'b', { action: { kind: 'call' } }) as Block],
          },
        ]),
      ],
    },
    forms: {},
  });
  const address = await publish(app, pageId);
  const visitor = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 } })
  ).newPage();
  await visitor.goto(address);
  const leaving = visitor.getByRole('dialog', { name: 'By leaving' });
  const reading = visitor.getByRole('dialog', { name: 'By scroll' });
  const leave = () =>
    visitor.evaluate(() =>
      document.documentElement.dispatchEvent(new MouseEvent('mouseleave', { clientY: -1 })),
    );
  const readTo = (share: number) =>
    visitor.evaluate((to) => scrollTo(0, (document.body.scrollHeight - innerHeight) * to), share);
  await readTo(0.4);
  await expect(reading).toBeHidden();
  await readTo(0.7);
  await expect(reading).toBeVisible();
  await visitor.keyboard.press('Escape');
  await leave();
  await expect(leaving).toBeVisible();
  await visitor.keyboard.press('Escape');
  await expect(leaving).toBeHidden();
  // Neither comes again within its days; after them it does.
  await visitor.reload();
  await readTo(0.9);
  await leave();
  await expect(visitor.getByRole('heading', { name: 'Six' })).toBeInViewport();
  await expect(visitor.locator('dialog[open]')).toHaveCount(0);
  await visitor.evaluate(() =>
    localStorage.setItem('popup:goes', String(Date.now() - 8 * 86_400_000)),
  );
  await leave();
  await expect(leaving).toBeVisible();
});

test('custom code can’t read the app’s cookies, nor call its API as the user', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const html = `<p id="out">nothing</p><script>
    const out = [];
    try { out.push('cookie:' + document.cookie) } catch (e) { out.push('cookie refused') }
    try { out.push('storage:' + localStorage.length) } catch (e) { out.push('storage refused') }
    try { out.push('parent:' + parent.document.title) } catch (e) { out.push('parent refused') }
    fetch('${origin}/api/clients', { credentials: 'include' })
      .then((r) => r.text()).then((t) => out.push('api:' + t.slice(0, 20)), () => out.push('api refused'))
      .then(() => { document.getElementById('out').textContent = out.join(', ') });
  </script>`;
  const { pageId } = await makePage(app, client, 'Theirs', {
    page: {
      ...emptyPage('Theirs'),
      bands: [
        newBand('b', [
          { id: 'c', share: 1, blocks: [newBlock('code', 'theirs', { html }) as Block] },
        ]),
      ],
    },
    forms: {},
  });
  const address = await publish(app, pageId);
  // In the browser of somebody who is signed in to the app.
  const page = await app.context().newPage();
  await page.goto(address);
  await expect(page.frameLocator('iframe').locator('#out')).toHaveText(
    'cookie refused, storage refused, parent refused, api refused',
  );
});
