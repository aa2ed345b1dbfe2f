import { prose } from '@plumgate/core/basics';
import { AxeBuilder } from '@axe-core/playwright';
import { shortForm } from '@plumgate/core/forms';
import {
  emptyPage,
  newBand,
  newBlock,
  newColumn,
  type Band,
  type Block,
  type BlockKindName,
  type BlockOf,
  type Box,
  type Draft,
  type Frame,
  type Look,
} from '@plumgate/core/page';
import { expect, test, type Frame as BrowserFrame, type Page } from '@playwright/test';
import {
  atFunnels,
  bothViews,
  builderOf,
  drag,
  makePage,
  openMade,
  publish,
  sampleForm,
} from './builder.ts';

const client = 'marram-coast-homes';

/** Every setting of a look by itself, on a kind of part that has it. */
const looks: [kind: BlockKindName, look: Look][] = [
  ['heading', { color: 'action' }],
  ['heading', { color: '#7A1F3D' }],
  ['heading', { size: 140 }],
  ['heading', { weight: 400 }],
  ['heading', { letterCase: 'upper' }],
  ['heading', { align: 'center' }],
  ['heading', { above: 80 }],
  ['heading', { below: 0 }],
  ['text', { color: '#7A1F3D', size: 80, weight: 700, align: 'end' }],
  ['ticks', { size: 130, weight: 800, align: 'center' }],
  ['cards', { fill: 'deep', corners: 0, edge: { width: 3, color: 'action' }, align: 'center' }],
  ['cards', { color: '#7A1F3D', size: 120 }],
  ['button', { fill: '#B4460C' }],
  ['button', { fill: 'tint', color: 'ink' }],
  ['button', { edge: { width: 4, color: '#7A1F3D' } }],
  ['button', { corners: 0 }],
  ['button', { width: 'full' }],
  ['button', { size: 150, weight: 400, letterCase: 'title', align: 'end' }],
  ['offer', { color: 'action', size: 70, align: 'center' }],
  ['numbered-steps', { size: 130, align: 'center' }],
];

const boxes: Box[] = [
  { surface: 'deep' },
  { surface: '#FFE9B0' },
  { surface: { from: 'deep', to: 'action', angle: 90 } },
  { edge: { width: 2, color: 'action' } },
  { surface: 'tint', corners: 30, shadow: 3 },
  { surface: 'tint', inner: { top: 10, right: 60, bottom: 90, left: 30 } },
  { surface: 'tint', fullHeight: true },
];

const frames: Frame[] = [
  { edge: { width: 3, color: 'action' } },
  { corners: 24, shadow: 2 },
  { inner: { top: 8, right: 100, bottom: 120, left: 60 } },
];

/** Words of one's own: those of a new part keep a page from being published. */
const words = {
  heading: { text: 'Twilight viewing' },
  text: { text: prose('The harbor lights come on at five.') },
  ticks: { items: ['We call first', 'We come on time'] },
  cards: { items: [{ title: 'The loft', text: 'Two rooms under the roof.', picture: null }] },
  button: { label: 'Call now', action: { kind: 'call' } },
  offer: { above: 'From', price: '$1,450', below: 'A month, with heat.' },
  'numbered-steps': { items: [{ title: 'You call', text: 'We answer.' }] },
} satisfies Partial<{ [Kind in BlockKindName]: Partial<BlockOf<Kind>> }> as Partial<
  Record<BlockKindName, object>
> & { text: Partial<BlockOf<'text'>> };

/** Each setting beside the same part as the brand has it. */
function everySetting(): Draft {
  const heading = (id: string) =>
    newBlock('heading', id, { text: 'In between', level: 2 }) as Block;
  const lookBands = looks.map(([kind, look], index) =>
    newBand(
      `look-${index}`,
      [
        newColumn(`look-${index}-own`, [
          heading(`look-${index}-a`),
          newBlock(kind, `own-look-${index}`, { ...words[kind], look } as never) as Block,
          heading(`look-${index}-b`),
        ]),
        newColumn(`look-${index}-plain`, [
          heading(`look-${index}-c`),
          newBlock(kind, `plain-look-${index}`, words[kind] as never) as Block,
          heading(`look-${index}-d`),
        ]),
      ],
      { name: `Look ${index}`, space: 40 },
    ),
  );
  const boxBands = boxes.map((box, index) =>
    newBand(
      `box-${index}`,
      [
        newColumn(`own-box-${index}`, [heading(`box-${index}-a`)], { box }),
        newColumn(`plain-box-${index}`, [
          heading(`box-${index}-b`),
          newBlock('text', `box-${index}-t`, words.text),
        ]),
      ],
      { name: `Box ${index}`, space: 40 },
    ),
  );
  const frameBands = frames.map((frame, index) =>
    newBand(`frame-${index}`, [newColumn(`frame-${index}-c`, [heading(`frame-${index}-h`)])], {
      name: `Frame ${index}`,
      frame,
      space: 40,
    }),
  );
  const form = newBlock('form', 'own-form', {
    formId: sampleForm,
    title: 'In a box',
    box: {
      surface: 'deep',
      corners: 4,
      shadow: 1,
    },
    press: { fill: '#FFE9B0', corners: 0, size: 120 },
    look: { size: 110, weight: 800 },
    layout: 'columns',
  });
  const turned: Partial<Band>[] = [
    { phoneOrder: ['left-out', 'right-out'], name: 'Turned' },
    { surface: { from: 'tint', to: 'paper', angle: 180 }, name: 'A blend' },
    { surface: '#123B2A', name: 'A color of its own' },
  ];
  const rest = [
    newBand(
      'with-form',
      [
        newColumn('form-words', [heading('form-h')], { place: 'top' }),
        newColumn('form-column', [form]),
      ],
      { name: 'A form' },
    ),
    ...turned.map((settings, index) =>
      newBand(
        `turned-${index}`,
        [
          newColumn(index === 0 ? 'right-out' : `turned-${index}-1`, [
            heading(`turned-${index}-h`),
          ]),
          newColumn(index === 0 ? 'left-out' : `turned-${index}-2`, [
            newBlock('button', `turned-${index}-b`, {
              action: { kind: 'call' },
              note: 'No card needed',
            }),
          ]),
        ],
        settings,
      ),
    ),
    newBand(
      'overlapping',
      [
        newColumn('overlapping-1', [
          newBlock('text', 'over-text', words.text),
          newBlock('badges', 'over-badges', {
            items: ['Licensed'],
            look: { overlap: { edge: 'bottom', step: 2, order: 'front' } },
          }),
        ]),
      ],
      { surface: 'tint', name: 'Over its edge' },
    ),
    newBand('after', [newColumn('after-1', [heading('after-h')])], { name: 'After' }),
  ];
  return {
    page: {
      ...emptyPage('Every setting'),
      bands: [
        newBand('title', [
          newColumn('title-1', [newBlock('heading', 'h1', { text: 'Every setting', level: 1 })]),
        ]),
        ...lookBands,
        ...boxBands,
        ...frameBands,
        ...rest,
      ],
    },
    forms: {
      [sampleForm]: {
        ...shortForm('Form', ['q1', 'q2', 'q3']),
        after: { kind: 'message', text: 'Thank you.' },
      },
    },
  };
}

/** What a visitor sees of every part: styles as the browser works them out, and where each thing lies. */
const seen = (where: Page | BrowserFrame, ids: string[]) =>
  where.evaluate((parts) => {
    const settings = [
      'color',
      'backgroundColor',
      'backgroundImage',
      'fontSize',
      'fontWeight',
      'textTransform',
      'textAlign',
      'marginTop',
      'marginBottom',
      'paddingTop',
      'paddingRight',
      'paddingBottom',
      'paddingLeft',
      'borderTopWidth',
      'borderTopColor',
      'borderTopLeftRadius',
      'boxShadow',
      'zIndex',
      'order',
      'alignSelf',
    ] as const;
    // The page itself bears ids on bands and forms only: other parts are found by the class of their own or their place.
    const lines = (element: Element) => {
      const style = getComputedStyle(element);
      const { x, width, height } = element.getBoundingClientRect();
      return [
        element.localName,
        ...settings.map((setting) => style[setting]),
        ...[x, width, height].map(Math.round),
      ].join('|');
    };
    return Object.fromEntries(
      parts.map((id) => {
        const band = document.getElementById(id)!;
        const inside = band.querySelectorAll(
          '.columns,.column,.block,.block>*,.press,.press-note,.heading,.text,.ticks li,.cards li,.cards b,.numbered b,.form-title,.field,.band-back',
        );
        return [id, [band, ...inside].filter((one) => one.getClientRects().length > 0).map(lines)];
      }),
    );
  }, ids);

test('every setting of a look, a box and a frame lies on the canvas as it lies live, wide and on a phone', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const draft = everySetting();
  const { pageId } = await makePage(app, client, 'Every setting', draft);
  // What was made has ids of its own.
  const address = await publish(app, pageId);
  await openMade(app, client, pageId);
  for await (const { inner, live, isWide } of bothViews(app, browser, address)) {
    await live.evaluate(() => document.fonts.ready);
    const ids = await live.evaluate(() =>
      [...document.querySelectorAll('section.band')].map(({ id }) => id),
    );
    expect(ids).toHaveLength(draft.page.bands.length);
    await expect(async () => {
      const [canvas, page] = [await seen(inner, ids), await seen(live, ids)];
      const apart = ids.flatMap((id) =>
        page[id]!.flatMap((line, at) =>
          line === canvas[id]![at] ? [] : [{ live: line, canvas: canvas[id]![at] }],
        ),
      );
      expect(apart).toEqual([]);
    }).toPass({ timeout: 40_000 });
    const { violations } = await new AxeBuilder({ page: live })
      .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
      .analyze();
    expect(
      violations.flatMap(({ id, impact, nodes }) =>
        impact === 'serious' || impact === 'critical'
          ? nodes.map(({ html }) => `${id}: ${html}`)
          : [],
      ),
    ).toEqual([]);
    await doSomething(live, isWide);
  }
});

/** Every setting changes something that can be seen beside the part as the brand has it; some can't on a phone. */
async function doSomething(live: Page, isWide: boolean): Promise<void> {
  const same = await live.evaluate((count) => {
    const bands = [...document.querySelectorAll('section.band')].slice(1, 1 + count);
    const told = (column: Element) => {
      const own = column.children[1]!;
      const { top } = column.getBoundingClientRect();
      return [own, ...own.querySelectorAll('*'), column.children[2]!]
        .map((element) => {
          const style = getComputedStyle(element);
          const box = element.getBoundingClientRect();
          return [
            ...[
              'color',
              'backgroundColor',
              'fontSize',
              'fontWeight',
              'textTransform',
              'textAlign',
              'borderTopColor',
              'borderTopWidth',
              'borderTopLeftRadius',
            ].map((name) =>
              style.getPropertyValue(
                name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`),
              ),
            ),
            Math.round(box.top - top),
            Math.round(box.width),
          ].join();
        })
        .join('\n');
    };
    return bands.flatMap((band, index) => {
      const [own, plain] = [...band.querySelectorAll('.column')];
      return told(own!) === told(plain!) ? [index] : [];
    });
  }, looks.length);
  // A button fills a phone's width anyway.
  const idle = same.filter((index) => isWide || looks[index]![1].width === undefined);
  expect(idle.map((index) => looks[index])).toEqual([]);
}

test('words can be spaced out and enlarged as WCAG asks: nothing is cut or overlaps', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const { pageId } = await makePage(app, client, 'Every setting, spaced', everySetting());
  const address = await publish(app, pageId);
  // Reflow, 1.4.10: 320 CSS pixels wide. Text spacing, 1.4.12, with the values that the criterion gives.
  const narrow = await (
    await browser.newContext({ viewport: { width: 320, height: 640 } })
  ).newPage();
  await narrow.goto(address);
  await narrow.addStyleTag({
    content:
      '*{line-height:1.5!important;letter-spacing:.12em!important;word-spacing:.16em!important}p{margin-bottom:2em!important}',
  });
  expect(await narrow.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(
    true,
  );
  const cut = await narrow.evaluate(() =>
    [...document.querySelectorAll('.heading,.text,.press,.form-title,.cards b,label')].flatMap(
      (one) =>
        one.scrollWidth > one.clientWidth + 1 && getComputedStyle(one).display !== 'inline'
          ? [one.outerHTML.slice(0, 120)]
          : [],
    ),
  );
  expect(cut).toEqual([]);
});

test('an oddly colored button: its contrast is said, the look goes to another one, and back to the brand in one press', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const button = (id: string, label: string) =>
    newBlock('button', id, { label, action: { kind: 'call' } });
  const { pageId } = await makePage(app, client, 'Odd button', {
    page: {
      ...emptyPage('Odd button'),
      bands: [
        newBand('top', [
          newColumn('top-1', [
            newBlock('heading', 'h', { text: 'Call us', level: 1 }),
            button('one', 'Call now'),
            button('two', 'Call later'),
          ]),
        ]),
      ],
    },
    forms: {},
  });
  const { wide, outline, settings } = await openMade(app, client, pageId);
  const press = (label: string) => wide.locator('.press', { hasText: label });
  const fill = (label: string) =>
    press(label).evaluate((one) => getComputedStyle(one).backgroundColor);
  await outline.getByRole('button', { name: 'Call now' }).click();
  const before = await fill('Call now');
  const look = settings.getByRole('region', { name: 'Look' });
  await look.getByRole('button', { name: /^Look/ }).click();
  const fillField = look.getByRole('group', { name: 'Fill' });
  await fillField.getByRole('radio', { name: 'A color of its own' }).click({ force: true });
  await fillField.getByLabel('Own color, hex code').fill('#FFD9A0');
  await fillField.getByLabel('Own color, hex code').press('Enter');
  await expect(look.getByText(/The button against what it lies on: contrast 1\.\d/)).toBeVisible();
  await fillField.getByLabel('Own color, hex code').fill('#C2410C');
  await fillField.getByLabel('Own color, hex code').press('Enter');
  await expect(look.getByText(/contrast 1\.\d/)).toHaveCount(0);
  await expect.poll(() => fill('Call now')).toBe('rgb(194, 65, 12)');
  await look.getByRole('button', { name: 'Copy look' }).click();
  await outline.getByRole('button', { name: 'Call later' }).click();
  await app.keyboard.press('Control+Alt+KeyV');
  await expect.poll(() => fill('Call later')).toBe('rgb(194, 65, 12)');
  await look.getByRole('button', { name: 'Back to the brand' }).click();
  await expect.poll(() => fill('Call later')).toBe(before);
  await expect(look.getByText('As the brand says').first()).toBeVisible();

  // The panels fold by one key each, and the settings come back with what is picked.
  await wide.locator('h1').click();
  await app.keyboard.press('Escape');
  await app.keyboard.press('[');
  await expect(outline).toBeHidden();
  await app.keyboard.press(']');
  await expect(settings).toBeHidden();
  await app.keyboard.press('[');
  await outline.getByRole('button', { name: 'Call now' }).click();
  await expect(settings).toBeVisible();
});

test('on the phone view a drag changes the order on phones alone', async ({ browser }) => {
  const app = await atFunnels(browser, client);
  const { pageId } = await makePage(app, client, 'Phone order', {
    page: {
      ...emptyPage('Phone order'),
      bands: [
        newBand('top', [
          newColumn('top-1', [
            newBlock('heading', 'h', { text: 'First the words', level: 1 }),
            newBlock('text', 't', words.text),
            newBlock('button', 'b', { label: 'Then the button', action: { kind: 'call' } }),
          ]),
        ]),
      ],
    },
    forms: {},
  });
  await openMade(app, client, pageId);
  await app.keyboard.press('\\');
  const { wide, phone } = builderOf(app);
  await drag(app, phone.locator('.press'), phone.locator('h1'), 0.2);
  const order = (frame: typeof phone) =>
    frame.locator('.column > .block').evaluateAll((all) =>
      all
        .map((one) => ({
          y: one.getBoundingClientRect().y,
          name: one.firstElementChild!.localName,
        }))
        .sort((a, b) => a.y - b.y)
        .map(({ name }) => name)
        .join(' '),
    );
  await expect.poll(() => order(phone)).toBe('a h1 div');
  expect(await order(wide)).toBe('h1 div a');
  await app.keyboard.press('Control+z');
  await expect.poll(() => order(phone)).toBe('h1 div a');
});

test('an icon from an SVG file is drawn anew: its shapes are on the live page, its script is not', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const ticks = newBlock('ticks', 'ticks', { items: ['We call first'] });
  const made = await makePage(app, client, 'Icon of one’s own', {
    page: {
      ...emptyPage('Icons'),
      bands: [newBand('band', [newColumn('column', [ticks])])],
    },
    forms: {},
  });
  await openMade(app, client, made.pageId);
  const { outline, settings } = builderOf(app);
  await outline.getByRole('button', { name: 'Checklist · 1' }).click();
  await settings.getByRole('button', { name: 'Choose' }).first().click();
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" onload="alert(1)"><script>alert(2)</script><path d="M2 12 L10 20 L22 4" fill="none" stroke="red"/></svg>';
  await settings
    .locator('input[type="file"]')
    .first()
    .setInputFiles({ name: 'own.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await expect(settings.getByText('own', { exact: true })).toBeVisible();
  await expect(app.getByText('Saved', { exact: true }).first()).toBeVisible();
  const live = await browser.newPage();
  const answer = await live.goto(await publish(app, made.pageId));
  const html = await answer!.text();
  expect(html).toContain('M2 12 L10 20 L22 4');
  expect(html).not.toMatch(/alert\(|onload/);
});
