import { expect, test } from '@playwright/test';
import { openEditor, origin, signedIn, site } from './helpers.ts';

test('a page is edited in place on both widths, kept by itself, undone, and published', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/funnels');
  await openEditor(app);
  const wide = app.frameLocator('iframe[title="The page, wide"]');
  const phone = app.frameLocator('iframe[title="The page on a phone"]');
  const outline = app.getByRole('navigation', { name: 'Outline' });
  const settings = app.getByRole('complementary', { name: 'Settings' });

  // The headline, in place: what is written wide stands on the phone at once.
  const headline = wide.locator('h1 .words');
  await headline.click();
  await app.keyboard.press('ControlOrMeta+A');
  await app.keyboard.type('Afraid of the dentist?');
  await expect(phone.locator('h1')).toHaveText('Afraid of the dentist?');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  await app.keyboard.press('ControlOrMeta+z');
  await expect(phone.locator('h1')).toContainText('Dread the dentist?');
  await app.keyboard.press('ControlOrMeta+Shift+z');
  await expect(phone.locator('h1')).toHaveText('Afraid of the dentist?');
  await app.keyboard.press('Escape');

  // The form's questions: other words, another order, a new one.
  await outline.getByRole('button', { name: 'Form · Save your place' }).click();
  await settings.getByRole('button', { name: 'Mobile required' }).click();
  await settings.getByLabel('Text', { exact: true }).fill('Your mobile');
  await expect(wide.getByText('Your mobile')).toBeVisible();
  await settings.getByRole('button', { name: 'Move “Your mobile” up' }).click();
  await expect(wide.locator('.field').nth(1)).toContainText('Your mobile');
  await settings.getByLabel('Add a question').selectOption('long-text');
  await expect(phone.locator('textarea')).toBeVisible();
  await settings.getByLabel('Button label').fill('Keep my place');
  await expect(phone.getByRole('button', { name: 'Keep my place' })).toBeVisible();

  // Blocks and bands: added, copied, moved by key, removed.
  await outline.getByRole('button', { name: 'Kind words' }).click();
  await app.getByRole('tab', { name: 'Add' }).click();
  await app.getByRole('button', { name: 'Checklist', exact: true }).click();
  await expect(wide.getByText('A quick reassurance')).toBeVisible();
  await settings.getByLabel('Checklist, one per line').fill('No drill on the first visit');
  await expect(wide.getByText('No drill on the first visit')).toBeVisible();
  await app.getByRole('tab', { name: 'Outline' }).click();
  await outline.getByRole('button', { name: 'Last call' }).click();
  await settings.getByRole('button', { name: /^Copy below/ }).click();
  await expect(outline.getByRole('button', { name: 'Last call' })).toHaveCount(2);
  const names = () => outline.getByRole('button').allInnerTexts();
  const bandsBefore = await names();
  await outline.getByRole('button', { name: 'Kind words' }).click();
  await app.keyboard.press('Alt+ArrowUp');
  expect(await names()).not.toEqual(bandsBefore);
  await outline.getByRole('button', { name: 'Last call' }).last().click();
  await app.keyboard.press('Delete');
  await expect(outline.getByRole('button', { name: 'Last call' })).toHaveCount(1);

  // A surface of the brand, and a colour of the brand itself.
  await outline.getByRole('button', { name: 'What happens in 30 minutes' }).first().click();
  await settings.getByText('Tint').click();
  await expect(wide.locator('.on-tint h2')).not.toHaveCount(0);
  await app.getByRole('tab', { name: 'Brand' }).click();
  await app.getByLabel('Action, hex code').fill('8A2B5C');
  await app.getByLabel('Action, hex code').blur();
  await expect(wide.getByRole('button', { name: 'Keep my place' })).toHaveCSS(
    'background-color',
    'rgb(138, 43, 92)',
  );

  // Kept over a reload, and live only once it is published.
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  const visitor = await browser.newPage();
  await visitor.goto(`${site}/first-visit`);
  await expect(visitor.getByRole('heading', { level: 1 })).toContainText('Dread the dentist?');
  await app.reload();
  await expect(wide.locator('h1')).toHaveText('Afraid of the dentist?');
  await app.getByRole('button', { name: 'Publish', exact: true }).click();
  await expect(app.getByText('Published. Visitors see it from now on.')).toBeVisible();
  await visitor.reload();
  await expect(visitor.getByRole('heading', { level: 1 })).toHaveText('Afraid of the dentist?');
  await expect(visitor.getByRole('button', { name: 'Keep my place' })).toHaveCSS(
    'background-color',
    'rgb(138, 43, 92)',
  );
});

test('the canvas lays a page out as it is live, wide and on a phone', async ({ browser }) => {
  const app = await signedIn(browser, '/quayside-dental/funnels');
  await openEditor(app);
  const boxesOf = (selector: string) =>
    [...document.querySelectorAll(selector)].map((element) => {
      const box = element.getBoundingClientRect();
      return [box.x, box.y, box.width, box.height].map((value) => Math.round(value));
    });
  const parts = 'section, .block, h1, h2, .form, .field, .ticks, .picture, .press';
  for (const [title, width, height] of [
    ['The page, wide', 1280, 1500],
    ['The page on a phone', 390, 844],
  ] as const) {
    const element = await app.locator(`iframe[title="${title}"]`).elementHandle();
    const inner = (await element!.contentFrame())!;
    await inner.evaluate(() => document.fonts.ready);
    const live = await (await browser.newContext({ viewport: { width, height } })).newPage();
    await live.goto(`${site}/first-visit`);
    // A face that came too late for the first load is there on the next, as for a visitor who comes back.
    await expect(async () => {
      await live.reload();
      const canvas = await inner.evaluate(boxesOf, parts);
      const page = await live.evaluate(boxesOf, parts);
      expect(canvas.length).toBe(page.length);
      const apart = canvas.flatMap((box, part) =>
        box.flatMap((value, side) =>
          Math.abs(value - page[part]![side]!) > 1 ? [[part, side]] : [],
        ),
      );
      expect(apart, `${title}: parts and sides that are apart`).toEqual([]);
    }).toPass({ timeout: 60_000 });
  }
});

test('a change made elsewhere is told, and nothing written is lost silently', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/funnels');
  await openEditor(app);
  const other = await app.context().newPage();
  await other.goto(app.url());
  const write = async (page: typeof app, text: string) => {
    await page
      .getByRole('navigation', { name: 'Outline' })
      .getByRole('button', { name: 'Page' })
      .click();
    await page.getByLabel('Title').fill(text);
  };
  await write(other, 'Changed by somebody else');
  await expect(other.getByText('Saved', { exact: true })).toBeVisible();
  await write(app, 'Mine');
  await expect(app.getByText('Another user saved a newer version.')).toBeVisible();
  await expect(app.getByLabel('Title')).toHaveText('Mine');
  await app.getByRole('button', { name: 'Use their version' }).click();
  await expect(app.getByLabel('Title')).toHaveText('Changed by somebody else');
  await app.getByRole('button', { name: 'Undo' }).click();
  await expect(app.getByLabel('Title')).toHaveText('Mine');
});

test('a new client gets a funnel from nothing to live', async ({ browser }) => {
  const app = await signedIn(browser, '/clients/new');
  await app.getByLabel('Name').fill('Saltmarsh Roofing');
  await expect(app.getByLabel('Page address')).toHaveValue('saltmarsh-roofing');
  await app.getByRole('button', { name: 'Add the client' }).click();
  await app.getByLabel('Phone').fill('(207) 555-0155');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  await app.getByRole('link', { name: 'Funnels' }).click();
  await app.getByRole('link', { name: 'New funnel' }).click();
  await app.getByLabel('Name of the new funnel').fill('Roof check');
  await app.getByRole('button', { name: 'Create funnel' }).click();
  for (const name of ['Roof check', 'Thank you']) {
    await app.getByRole('link', { name: `Edit ${name}` }).click();
    await app.getByRole('button', { name: 'Publish', exact: true }).click();
    await expect(app.getByText('Up to date')).toBeVisible();
    await app.getByRole('link', { name: '← Path' }).click();
  }
  await app.goto(origin.replace('//', '//saltmarsh-roofing.') + '/roof-check');
  await app.getByLabel('Your name').fill('Nell Arkwright');
  await app.getByLabel('Email').fill('nell@example.com');
  await app.getByRole('button', { name: 'Send' }).click();
  await expect(app.getByRole('heading', { name: 'Thank you, Nell.' })).toBeVisible();
});
