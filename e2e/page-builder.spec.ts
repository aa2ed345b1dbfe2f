import { prose } from '@plumgate/core/basics';
import { shortForm } from '@plumgate/core/forms';
import {
  emptyPage,
  newBand,
  newBlock,
  type Band,
  type Block,
  type Draft,
} from '@plumgate/core/page';
import { expect, test, type Page } from '@playwright/test';
import {
  api,
  atFunnels,
  builderOf,
  keepSuggestions,
  drag,
  makePage,
  openMade,
  publish,
  sampleForm,
} from './builder.ts';
import { origin } from './helpers.ts';

const heading = (id: string, text: string) => newBlock('heading', id, { text, level: 2 }) as Block;
const draftOf = (...bands: Band[]): Draft => ({
  page: { ...emptyPage('Made for a test'), bands },
  forms: {},
});
const twoBands = () =>
  draftOf(
    newBand(
      'first',
      [
        { id: 'first-1', share: 1, blocks: [heading('apple', 'Apple'), heading('pear', 'Pear')] },
        { id: 'first-2', share: 1, blocks: [heading('plum', 'Plum')] },
      ],
      { name: 'Orchard' },
    ),
    newBand('second', [{ id: 'second-1', share: 1, blocks: [heading('fig', 'Fig')] }], {
      name: 'Garden',
    }),
  );
const orderOn = (app: Page) => builderOf(app).wide.locator('h2').allInnerTexts();

test('a listing page from its template, live in a dozen actions', async ({ browser }) => {
  const app = await atFunnels(browser, 'marram-coast-homes');
  let actions = 0;
  const act = async (does: () => Promise<unknown>) => {
    actions++;
    await does();
  };
  await act(() => app.getByRole('link', { name: 'New funnel' }).click());
  await act(() => app.getByRole('button', { name: /^One home for sale/ }).click());
  await act(() => app.getByLabel('The home’s address').fill('3 Ropewalk Loft'));
  await act(() => app.getByLabel('A sentence or two about it').fill('Light on three sides.'));
  await act(() => app.getByLabel('Asking price').fill('$612,000'));
  await act(() => app.getByLabel('Size in a line').fill('3 bedrooms, 2 baths, 1,840 sq ft'));
  await act(() => app.getByRole('button', { name: 'Create funnel' }).click());
  await act(() => app.getByRole('link', { name: 'Edit 3 Ropewalk Loft' }).click());
  await act(() => app.getByRole('button', { name: 'Publish', exact: true }).click());
  await expect(app.getByText('Published. Visitors see it from now on.')).toBeVisible();
  expect(actions).toBeLessThanOrEqual(12);
  const visitor = await browser.newPage();
  await visitor.goto(`${origin.replace('//', '//marram-coast-homes.')}/3-ropewalk-loft`);
  await expect(visitor.getByRole('heading', { name: '3 Ropewalk Loft' })).toBeVisible();
  await expect(visitor.getByText('$612,000')).toBeVisible();
  await expect(visitor.getByText('[[')).toHaveCount(0);
});

test('the rich service page from nothing: bands, words, a picture, a button, published', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'stonecroft-paving');
  await app.getByRole('link', { name: 'New funnel' }).click();
  await app.getByLabel('Name of the new funnel').fill('Patio survey');
  await app.getByRole('button', { name: 'Create funnel' }).click();
  await app.getByRole('link', { name: 'Edit Patio survey' }).click();
  const { wide, phone, outline, settings } = builderOf(app);
  const addBand = async (after: string, band: string) => {
    await outline.getByRole('button', { name: after, exact: true }).first().click();
    await app.keyboard.press('ControlOrMeta+k');
    await app.getByPlaceholder('Add, go to or view').fill(`band ${band}`);
    await app.keyboard.press('Enter');
  };
  await addBand('Promise and form', 'Services in cards');
  await expect(wide.getByText('What we do, and what it is good for')).toBeVisible();
  await addBand('Services', 'Three numbered steps');
  await addBand('How it goes', 'One review and badges');
  await addBand('One review and badges', 'Areas served');
  await addBand('Areas served', 'Last call');
  await expect(phone.locator('.call-bar')).toBeVisible();
  await expect(wide.locator('.call-bar')).toBeHidden();
  await wide.locator('h1 .words').click();
  await app.keyboard.press('ControlOrMeta+A');
  await app.keyboard.type('A driveway that drains, laid in three days.');
  await app.keyboard.press('Escape');
  await outline.getByRole('button', { name: /^Cards/ }).click();
  await settings.getByLabel('Title').first().fill('Block paving');
  await expect(phone.getByText('Block paving')).toBeVisible();
  await keepSuggestions(app);
  // What a customer said can't be kept from a template: it is written, or the page stays where it is.
  await outline.getByRole('button', { name: /^Reviews/ }).click();
  await settings.getByLabel('Who said it').fill('Nell Arkwright, Gannet Head');
  await settings.getByLabel('What they said').fill('Now the car sits level.');
  await app.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(app.getByText('Published. Visitors see it from now on.')).toBeVisible();
  const visitor = await browser.newPage();
  await visitor.goto(`${origin.replace('//', '//stonecroft-paving.')}/patio-survey`);
  await expect(visitor.getByRole('heading', { level: 1 })).toHaveText(
    'A driveway that drains, laid in three days.',
  );
  await visitor.getByRole('link', { name: 'Ask us' }).click();
  await expect(visitor.getByRole('button', { name: 'Send' })).toBeInViewport();
});

test('one header changed once changes on three pages, and unlinked it is a copy', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const pages = [];
  for (const name of ['Whitening', 'Check-up', 'Braces'])
    pages.push(await makePage(app, 'alder-grove-dental', name, twoBands()));
  const { outline, settings } = await openMade(app, 'alder-grove-dental', pages[0]!.pageId);
  await outline.getByRole('button', { name: 'Orchard' }).click();
  await settings.getByRole('button', { name: 'Share this band between pages' }).click();
  await expect(settings.getByText('On no other page yet.')).toBeVisible();
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  for (const { pageId } of pages.slice(1)) {
    await openMade(app, 'alder-grove-dental', pageId);
    await outline.getByRole('button', { name: 'Orchard' }).click();
    await app.keyboard.press('Delete');
    await app.getByRole('tab', { name: 'Add' }).click();
    await app.getByText('Bands', { exact: true }).click();
    await app.getByRole('button', { name: /^Orchard/ }).click();
    await app.getByRole('tab', { name: 'Outline' }).click();
    await expect(outline.getByLabel('linked')).toBeVisible();
    await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  }
  await outline.getByRole('button', { name: 'Apple' }).click();
  await settings.getByLabel('Text', { exact: true }).fill('Quince');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  for (const { pageId } of pages) {
    const { wide } = await openMade(app, 'alder-grove-dental', pageId);
    await expect(wide.getByText('Quince')).toBeVisible();
  }
  await outline.getByRole('button', { name: /^Orchard/ }).click();
  await expect(settings.getByText('Also on')).toContainText('Whitening');
  await settings.getByRole('button', { name: 'Unlink: a copy for this page' }).click();
  await outline.getByRole('button', { name: 'Quince' }).click();
  await settings.getByLabel('Text', { exact: true }).fill('Only here');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  const { wide } = await openMade(app, 'alder-grove-dental', pages[0]!.pageId);
  await expect(wide.getByText('Quince')).toBeVisible();
});

test('what is added stands above the legal footer, in sight, with its words open for writing', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const bands = ['One', 'Two', 'Three'].map((text, index) =>
    newBand(`b${index}`, [
      { id: `c${index}`, share: 1, blocks: [newBlock('heading', `h${index}`, { text })] },
    ]),
  );
  const legal = newBand('legal', [
    { id: 'lc', share: 1, blocks: [newBlock('legal-footer', 'lf', {})] },
  ]);
  const { pageId } = await makePage(app, 'alder-grove-dental', 'Long', draftOf(...bands, legal));
  const { wide } = await openMade(app, 'alder-grove-dental', pageId);
  await app.getByText('Add', { exact: true }).click();
  await app.getByRole('button', { name: 'Heading', exact: true }).click();
  await expect(wide.locator('.writing')).toBeInViewport();
  await app.keyboard.press('ControlOrMeta+A');
  await app.keyboard.type('Written at once');
  await expect(wide.getByRole('heading', { name: 'Written at once' })).toBeVisible();
  const order = await wide.locator('section, footer').allInnerTexts();
  expect(order.findIndex((text) => text.includes('Written at once'))).toBe(3);
});

test('parts are dragged on the canvas, in the outline and from the shelf', async ({ browser }) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const { pageId } = await makePage(app, 'alder-grove-dental', 'Dragged', twoBands());
  const { wide, phone, outline } = await openMade(app, 'alder-grove-dental', pageId);
  const at = (name: string) =>
    wide.locator('[data-part]', { hasText: new RegExp(`^${name}$`) }).last();
  // On the wide canvas: Apple below Fig, in another band.
  await drag(app, at('Apple'), at('Fig'), 0.9);
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Plum', 'Fig', 'Apple']);
  // On the phone, once somebody works there: Fig above Apple's neighbour, Plum.
  await app.keyboard.press('\\');
  const onPhone = (name: string) =>
    phone.locator('[data-part]', { hasText: new RegExp(`^${name}$`) }).last();
  await drag(app, onPhone('Fig'), onPhone('Plum'), 0.1);
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Fig', 'Plum', 'Apple']);
  await app.getByRole('button', { name: 'Work in the wide view' }).click();
  // In the outline: a whole band, and with it all its blocks.
  await drag(
    app,
    outline.getByRole('button', { name: 'Garden' }),
    outline.getByRole('button', { name: 'Orchard' }),
    0.2,
  );
  await expect.poll(() => orderOn(app)).toEqual(['Apple', 'Pear', 'Fig', 'Plum']);
  // Two at once, by their rows.
  await outline.getByRole('button', { name: 'Pear' }).click();
  await outline.getByRole('button', { name: 'Plum' }).click({ modifiers: ['Shift'] });
  await drag(
    app,
    outline.getByRole('button', { name: 'Plum' }),
    outline.getByRole('button', { name: 'Apple' }),
    0.2,
  );
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Plum', 'Apple', 'Fig']);
  await app.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => orderOn(app)).toEqual(['Apple', 'Pear', 'Fig', 'Plum']);
  // From the shelf to a place, with the place in words on the way.
  await app.getByRole('tab', { name: 'Add' }).click();
  await drag(app, app.getByRole('button', { name: 'Divider' }), at('Apple'), 0.95);
  await expect(wide.locator('hr')).toHaveCount(1);
  await app.getByText('Bands', { exact: true }).click();
  await drag(app, app.getByRole('button', { name: 'Last call' }), at('Apple'), 0.1);
  await expect(wide.getByText('Ask now. Decide later.')).toBeVisible();
});

test('a picture dropped from outside becomes a part, or fills the one under it; a pasted one too', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const { pageId } = await makePage(app, 'alder-grove-dental', 'Dropped', twoBands());
  const { wide } = await openMade(app, 'alder-grove-dental', pageId);
  const pictures = wide.locator('main img');
  await bringFile(app, 'dragover', 'Pear');
  await expect(app.locator('[data-drop-line]')).toContainText('below Pear');
  await bringFile(app, 'drop', 'Pear');
  await expect(pictures).toHaveCount(1);
  await expect(app.getByText('Say what it shows, in a few words.')).toBeVisible();
  await app.getByLabel('What it shows').fill('A plum square');
  const first = await pictures.first().getAttribute('src');
  await bringFile(app, 'drop', 'A plum square', 'green');
  await expect(pictures.first()).not.toHaveAttribute('src', first!);
  await expect(pictures).toHaveCount(1);
  // Not a picture: said, and nothing is lost.
  await bringFile(app, 'drop', 'Fig', 'green', 'text/plain');
  await expect(app.getByText('Only pictures can be dropped here.')).toBeVisible();
  await wide.getByText('Fig', { exact: true }).click();
  await app.keyboard.press('Escape');
  await bringFile(app, 'paste', 'Fig', 'blue');
  await expect(pictures).toHaveCount(2);
});

/** A drop or a paste of a small picture at a part of the wide page, as the browser tells of it. */
const bringFile = (
  app: Page,
  kind: 'dragover' | 'drop' | 'paste',
  part: string,
  colour = 'purple',
  type = 'image/png',
) =>
  app.evaluate(
    async ({ kind, part, colour, type }) => {
      const canvas = new OffscreenCanvas(64, 48);
      const pen = canvas.getContext('2d')!;
      pen.fillStyle = colour;
      pen.fillRect(0, 0, 64, 48);
      const carried = new DataTransfer();
      const bytes = await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer();
      carried.items.add(new File([bytes], 'square.png', { type }));
      const frame = document.querySelector<HTMLIFrameElement>('iframe[title="The page, wide"]')!;
      const inner = frame.contentDocument!;
      const target = [...inner.querySelectorAll<HTMLElement>('[data-part]')]
        .filter((one) => one.innerText.trim() === part || one.querySelector(`img[alt="${part}"]`))
        .at(-1)!;
      const box = target.getBoundingClientRect();
      const common = { bubbles: true, cancelable: true };
      target.dispatchEvent(
        kind === 'paste'
          ? new ClipboardEvent('paste', { ...common, clipboardData: carried })
          : new DragEvent(kind, {
              ...common,
              dataTransfer: carried,
              clientX: box.left + 20,
              clientY: box.bottom - 2,
            }),
      );
    },
    { kind, part, colour, type },
  );

test('ready-made bands are narrowed to an aim and a trade, and ask for what only we know', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const { pageId } = await makePage(app, 'alder-grove-dental', 'Narrowed', twoBands());
  const { wide } = await openMade(app, 'alder-grove-dental', pageId);
  await app.getByRole('tab', { name: 'Add' }).click();
  await app.getByText('Bands', { exact: true }).click();
  const card = (name: string) => app.getByRole('button', { name, exact: true });
  await expect(card('From sign to keys')).toHaveCount(1);
  await app.getByLabel('Trade').selectOption('health');
  await expect(card('From sign to keys')).toHaveCount(0);
  await expect(card('A room made for nerves')).toHaveCount(1);
  await app.getByLabel('Aim').selectOption('event');
  await expect(card('A room made for nerves')).toHaveCount(0);
  await card('When and where').click();
  await expect(wide.getByRole('heading', { name: 'When and where' })).toBeVisible();
  await expect(app.getByRole('heading', { name: /Countdown/ })).toBeVisible();
});

test('inner space and column widths are drawn on the canvas, with their value', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const { pageId } = await makePage(app, 'alder-grove-dental', 'Drawn', twoBands());
  const { wide, outline, settings } = await openMade(app, 'alder-grove-dental', pageId);
  await outline.getByRole('button', { name: 'Orchard' }).click();
  const space = wide.getByRole('slider', { name: 'Inner space' });
  const from = (await space.boundingBox())!;
  await app.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await app.mouse.down();
  await app.mouse.move(from.x + from.width / 2, from.y + from.height / 2 + 24, { steps: 4 });
  await expect(space).toContainText(/Inner space \d+ px/);
  await app.mouse.up();
  expect(Number(await settings.getByLabel('Inner space in pixels').inputValue())).toBeGreaterThan(
    110,
  );
  const width = wide.getByRole('slider', { name: 'Width of column 1' });
  await width.focus();
  await app.keyboard.press('ArrowRight');
  await app.keyboard.press('ArrowRight');
  await expect(width).toHaveAttribute('aria-valuenow', '8');
});

test('the same page by keyboard alone: added, written, picked up and put down, undone over a reload', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const { pageId } = await makePage(app, 'alder-grove-dental', 'By keys', twoBands());
  const { wide, outline } = await openMade(app, 'alder-grove-dental', pageId);
  const said = app.locator('[aria-live="assertive"]');
  await outline.getByRole('button', { name: 'Apple' }).focus();
  await app.keyboard.press('Enter');
  // Picked up, carried on into the next band, put down; each place is said.
  await app.keyboard.press('Space');
  await expect(said).toContainText('Picked up Apple');
  for (let presses = 0; presses < 5; presses++) await app.keyboard.press('ArrowDown');
  await expect(said).toContainText('at the top of Column 1 of Garden');
  await app.keyboard.press('Enter');
  await expect(said).toContainText('Apple is at the top of Column 1 of Garden now.');
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Plum', 'Apple', 'Fig']);
  await app.keyboard.press('Space');
  await app.keyboard.press('ArrowUp');
  await app.keyboard.press('Escape');
  await expect(said).toContainText('Apple stays where it was.');
  // A block by its name, the selection kept; then into its words.
  await app.keyboard.press('ControlOrMeta+k');
  await app.keyboard.type('heading');
  await app.keyboard.press('Enter');
  await expect.poll(() => orderOn(app)).toHaveLength(5);
  await app.locator('body').press('Enter');
  await expect(wide.locator('.writing')).toBeFocused();
  await app.keyboard.press('ControlOrMeta+A');
  await app.keyboard.type('Medlar');
  await app.keyboard.press('Escape');
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Plum', 'Apple', 'Medlar', 'Fig']);
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  await app.reload();
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Plum', 'Apple', 'Medlar', 'Fig']);
  for (let presses = 0; presses < 3; presses++) await app.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => orderOn(app)).toEqual(['Apple', 'Pear', 'Plum', 'Fig']);
  await app.keyboard.press('ControlOrMeta+Shift+z');
  await expect.poll(() => orderOn(app)).toEqual(['Pear', 'Plum', 'Apple', 'Fig']);
});

test('parts are copied to another client, with a form and pictures of their own there', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const asking: Draft = {
    ...draftOf(
      newBand(
        'ask',
        [{ id: 'ask-1', share: 1, blocks: [newBlock('form', 'the-form', { formId: sampleForm })] }],
        { name: 'Asks' },
      ),
    ),
    forms: { [sampleForm]: { ...shortForm('Callback', ['q1', 'q2', 'q3']), button: 'Ring me' } },
  };
  const from = await makePage(app, 'alder-grove-dental', 'Copied from', asking);
  const to = await makePage(app, 'stonecroft-paving', 'Copied to', twoBands());
  const first = await openMade(app, 'alder-grove-dental', from.pageId);
  await first.outline.getByRole('button', { name: 'Asks' }).click();
  await app.keyboard.press('ControlOrMeta+c');
  await expect(app.getByText('Copied 1 part. Paste it on any page.')).toBeVisible();
  const second = await openMade(app, 'stonecroft-paving', to.pageId);
  await second.outline.getByRole('button', { name: 'Orchard' }).click();
  await app.keyboard.press('ControlOrMeta+v');
  await expect(second.wide.getByRole('button', { name: 'Ring me' })).toBeVisible();
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  const formOn = async (pageId: string) =>
    Object.keys((await api<{ draft: Draft }>(app, 'GET', `/api/pages/${pageId}`)).draft.forms);
  expect(await formOn(to.pageId)).not.toEqual(await formOn(from.pageId));
});

test('text in place: bold, a link, a list, a fact from the list; a paste from a word processor comes in clean', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const words = newBlock('text', 'words', { text: prose('Call us any time.') }) as Block;
  const { pageId } = await makePage(
    app,
    'alder-grove-dental',
    'Written',
    draftOf(newBand('b', [{ id: 'c', share: 1, blocks: [words] }])),
  );
  const { wide, phone } = await openMade(app, 'alder-grove-dental', pageId);
  await wide.locator('.text .words').click();
  await app.keyboard.press('ControlOrMeta+A');
  await app.getByRole('button', { name: 'Bold (Ctrl B)' }).click();
  await expect(phone.locator('.text strong')).toHaveText('Call us any time.');
  await app.keyboard.press('End');
  await app
    .getByRole('toolbar', { name: 'Text' })
    .getByRole('button', { name: 'Insert merge field' })
    .click();
  await app.getByRole('option', { name: 'Phone of the business' }).click();
  await expect(phone.locator('.text')).toContainText('(207) 555-0190');
  await app.keyboard.press('Enter');
  const paste = {
    html: `<html xmlns:o="urn:x"><head><style>p.MsoNormal{margin:0}</style></head><body><!--StartFragment--><h1 style="color:red">Big</h1><p class="MsoNormal"><b>Heavy</b><o:p></o:p> and <a href="javascript:alert(1)">bad</a></p><p class="MsoListParagraph" style="mso-list:l0 level1"><span style="mso-list:Ignore">·&nbsp;</span>One</p><p class="MsoListParagraph" style="mso-list:l0 level1"><span style="mso-list:Ignore">·&nbsp;</span>Two</p><script>window.bad=1</script></body></html>`,
  };
  await wide.locator('.writing').evaluate((element, { html }) => {
    const data = new DataTransfer();
    data.setData('text/html', html);
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, paste);
  await expect(phone.locator('.text li')).toHaveText(['One', 'Two']);
  await expect(phone.locator('.text h1,.text [style],.text [class*=Mso]')).toHaveCount(0);
  await expect(phone.locator('.text a')).toHaveCount(0);
  // Ten megabytes are refused with the reason, as words and as markup, and nothing is lost.
  for (const [index, type] of ['text/plain', 'text/html'].entries()) {
    await wide.locator('.writing').evaluate((element, kind) => {
      const data = new DataTransfer();
      data.setData(kind, 'plum '.repeat(2_000_000));
      element.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, type);
    await expect(app.getByText(/^That is too much to paste/)).toHaveCount(index + 1);
  }
  await expect(phone.locator('.text li')).toHaveText(['One', 'Two']);
  await app.keyboard.press('Escape');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  const visitor = await browser.newPage();
  await visitor.goto(await publish(app, pageId));
  await expect(visitor.locator('.text strong').first()).toHaveText('Call us any time.');
  await expect(visitor.locator('.text li')).toHaveText(['One', 'Two']);
});

test('colours from a picture are seen before they are taken, and can be put back', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const button = newBlock('button', 'press', { label: 'Press me' }) as Block;
  const { pageId } = await makePage(
    app,
    'alder-grove-dental',
    'Coloured',
    draftOf(newBand('b', [{ id: 'c', share: 1, blocks: [button] }])),
  );
  const { wide } = await openMade(app, 'alder-grove-dental', pageId);
  const colour = () =>
    wide.locator('.press').evaluate((element) => getComputedStyle(element).backgroundColor);
  const before = await colour();
  await app.getByRole('tab', { name: 'Brand' }).click();
  await app.getByText('Colors from a picture').click();
  const drawn = await app.evaluate(async () => {
    const canvas = new OffscreenCanvas(64, 64);
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#f4e3ee';
    context.fillRect(0, 0, 64, 64);
    context.fillStyle = '#7a2e62';
    context.fillRect(8, 8, 30, 30);
    return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())];
  });
  await app
    .locator('details[open] input[type=file]')
    .first()
    .setInputFiles({ name: 'plum.png', mimeType: 'image/png', buffer: Buffer.from(drawn) });
  await app.getByRole('button', { name: 'Palette 1: try it on the page' }).click();
  await expect.poll(colour).not.toBe(before);
  await app.getByRole('button', { name: 'Discard changes', exact: true }).click();
  await expect.poll(colour).toBe(before);
  await app.getByRole('button', { name: 'Palette 1: try it on the page' }).click();
  await app.getByRole('button', { name: 'Use these' }).click();
  const after = await colour();
  await app.waitForResponse((answer) => answer.url().endsWith('/brand') && answer.ok());
  await app.reload();
  await expect.poll(colour).toBe(after);
});

test('without a connection the work stays in the browser, and is sent when it is back', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'alder-grove-dental');
  const { pageId } = await makePage(app, 'alder-grove-dental', 'On a train', twoBands());
  const { wide, outline, settings } = await openMade(app, 'alder-grove-dental', pageId);
  await app.route('**/api/pages/*/draft', (route) => route.abort());
  await outline.getByRole('button', { name: 'Apple' }).click();
  await settings.getByLabel('Text', { exact: true }).fill('Typed in a tunnel');
  await expect(app.getByText('No connection. Your changes are safe')).toBeVisible();
  await app.reload();
  await expect(wide.getByText('Typed in a tunnel')).toBeVisible();
  await app.unroute('**/api/pages/*/draft');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  const { draft } = await api<{ draft: Draft }>(app, 'GET', `/api/pages/${pageId}`);
  expect(JSON.stringify(draft)).toContain('Typed in a tunnel');
});
