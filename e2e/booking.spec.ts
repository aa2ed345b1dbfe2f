import { expect, test, type Page } from '@playwright/test';
import { origin, phone, physio, searchPostRoom, sendForm, signedIn, site } from './helpers.ts';

/** Presses Tab until what is wanted has the focus: nothing here touches a mouse. */
async function tabTo(page: Page, wanted: string): Promise<void> {
  for (let press = 0; press < 60; press++) {
    await page.keyboard.press('Tab');
    if (await page.evaluate((selector) => document.activeElement?.matches(selector), wanted))
      return;
  }
  throw new Error(`Nothing like ${wanted} can be reached by the keyboard.`);
}

test('books on a phone without a mouse, moves it and cancels it', async ({ browser }) => {
  const page = await (await browser.newContext(phone)).newPage();
  await page.goto(`${site}/first-visit`);
  await tabTo(page, 'input[name=name]');
  await page.keyboard.type('Ione Quillfeather');
  await page.keyboard.press('Tab');
  await page.keyboard.type('ione.q@example.com');
  await page.keyboard.press('Tab');
  await page.keyboard.type('(207) 555-0161');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${site}/first-visit-time`);
  await expect(page.getByText('For Ione Quillfeather, ione.q@example.com')).toBeVisible();

  // The second day is opened, and its third time chosen by an arrow key.
  await tabTo(page, 'details:not([open]) > summary');
  await page.keyboard.press('Enter');
  await expect(page.locator('details[open] input[type=radio]').first()).toBeFocused();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  const chosen = (await page.locator('input[name=_slot]:checked').getAttribute('value'))!;
  await tabTo(page, 'input[name=texts]');
  await page.keyboard.press('Space');
  await tabTo(page, 'button[type=submit]');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`${site}/first-visit-thank-you`);
  await expect(page.getByRole('heading', { name: 'Thank you, Ione.' })).toBeVisible();
  const when = await page.locator('.when').innerText();
  expect(when).toMatch(/^\w+, \w+ \d+ at \d+:\d\d [AP]M$/);
  const file = await page
    .getByRole('link', { name: 'Put it in your calendar' })
    .getAttribute('href');
  expect(
    await (
      await page.request.get(
        new URL(file!, physio).href.replace('fernhill-physio.localhost', '127.0.0.1'),
        { headers: { host: new URL(site).host } },
      )
    ).text(),
  ).toContain('BEGIN:VEVENT');

  await page.getByRole('link', { name: 'Move or cancel' }).click();
  await expect(page.getByRole('heading', { name: when })).toBeVisible();
  await page.getByText('Monday', { exact: false }).first().click();
  const other = page.locator('details[open] input[type=radio]').nth(3);
  await other.check();
  expect(await other.getAttribute('value')).not.toBe(chosen);
  await page.getByRole('button', { name: 'Move to this time' }).click();
  await expect(page.getByRole('heading', { name: /^Monday, / })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel this booking' }).click();
  await expect(page.getByRole('heading', { name: 'This booking is canceled' })).toBeVisible();

  const app = await signedIn(browser, '/quayside-dental/people');
  await app.getByRole('combobox', { name: /^Find people/ }).fill('ione.q@example.com');
  await expect(app.getByRole('row')).toHaveCount(2);
  await app.getByRole('link', { name: 'Ione Quillfeather' }).click();
  const record = app.getByRole('complementary', { name: 'Person' });
  for (const line of ['Booked First visit', 'Moved First visit', 'Canceled First visit'])
    await expect(record.getByText(line)).toBeVisible();
});

test('the times are there without script too', async ({ browser }) => {
  const page = await (await browser.newContext({ ...phone, javaScriptEnabled: false })).newPage();
  await page.goto(`${physio}/runners-knee-evening`);
  await page.getByLabel('Your name').fill('Wren Marsh');
  await page.getByLabel('Email').fill('wren.marsh@example.org');
  await page.getByRole('button', { name: 'Save my seat' }).click();
  await expect(page).toHaveURL(`${physio}/runners-knee-thanks`);
  await expect(page.getByText('at 6:30 PM')).toBeVisible();
});

test('two press the same time: the second keeps what they typed and sees the nearest free ones', async ({
  browser,
}) => {
  const [one, two] = await Promise.all(
    ['Anselm Roux', 'Tova Karim'].map(async (name) => {
      const page = await (await browser.newContext(phone)).newPage();
      await page.goto(`${site}/first-visit-time`);
      await page.locator('details').nth(2).locator('summary').click();
      await page.locator('details').nth(2).locator('input[type=radio]').nth(4).check();
      await page.getByLabel('Your name').fill(name);
      await page.getByLabel('Email').fill(`${name.split(' ')[0]!.toLowerCase()}@example.net`);
      await page.getByLabel('Mobile').fill('(207) 555-0133');
      return page;
    }),
  );
  await one!.getByRole('button', { name: 'Book this time' }).click();
  await expect(one!).toHaveURL(`${site}/first-visit-thank-you`);
  await two!.getByRole('button', { name: 'Book this time' }).click();
  await expect(two!.getByText('That time has just been taken.')).toBeVisible();
  await expect(two!.getByText('Nearest free times')).toBeVisible();
  await expect(two!.getByLabel('Your name')).toHaveValue('Tova Karim');
  await two!.locator('.near + .chips input').first().check();
  await two!.getByRole('button', { name: 'Book this time' }).click();
  await expect(two!).toHaveURL(`${site}/first-visit-thank-you`);
});

test('the front desk books a new lead on a phone in three presses, and finds them on the day', async ({
  browser,
}) => {
  const visitor = await browser.newPage();
  await visitor.goto(`${site}/first-visit`);
  await sendForm(visitor, { name: 'Ulla Fennimore', email: 'ulla.fennimore@example.com' });
  await expect(visitor).toHaveURL(`${site}/first-visit-time`);
  const app = await signedIn(browser, '/quayside-dental/today', 'desk@quayside-dental.test');
  await app.setViewportSize({ width: 390, height: 844 });
  const waiting = app.getByRole('region', { name: /^Waiting/ });
  const lead = waiting.getByRole('listitem').filter({ hasText: 'Ulla Fennimore' });
  await lead.getByRole('button', { name: 'Book' }).click();
  const dialog = app.getByRole('dialog', { name: 'Book Ulla Fennimore' });
  const time = dialog.getByRole('group', { name: 'Free times' }).getByRole('button').nth(2);
  const chosen = (await time.getAttribute('aria-label'))!;
  await time.click();
  await dialog.getByRole('button', { name: `Book ${chosen}` }).click();
  await expect(app.getByText(`Booked: ${chosen}.`)).toBeVisible();
  await expect(lead).toHaveCount(0);
  await app.getByRole('button', { name: 'Show', exact: true }).click();
  // One day at a time on a phone, the one of the booking.
  await expect(app.getByRole('heading', { name: /^\w{3}, / })).toHaveText(
    chosen.replace(/, [\d:]+ [AP]M$/, ''),
  );
  await expect(app.getByRole('complementary', { name: 'Booking' })).toContainText('Ulla Fennimore');
});

test('bookings: adds by hand, moves by keys and by dragging, marks', async ({ browser }) => {
  const app = await signedIn(browser, '/quayside-dental/bookings');
  await app.getByRole('button', { name: 'Next week' }).click();
  const dialog = app.getByRole('dialog');
  const day = (await app.getByRole('heading', { name: /^Sun, / }).innerText()).replace('Sun, ', '');
  const date = new Date(`${day}, 2026 12:00 UTC`).toISOString().slice(0, 10);
  await app.getByRole('button', { name: 'Add a booking' }).click();
  await dialog.getByRole('button', { name: 'Type another time' }).click();
  await dialog.getByLabel(/Day and time/).fill(`${date}T09:00`);
  await dialog.getByLabel('Name').fill('Nell Abara');
  await dialog.getByLabel('Email').fill('nell.abara@example.com');
  await dialog.getByRole('button', { name: /^Book Sun/ }).click();
  const booking = app.getByRole('button', { name: /^Nell Abara, First visit/ });
  await expect(booking).toContainText('9:00 AM');

  await booking.focus();
  await app.keyboard.press('Space');
  await expect(app.getByText(/^Picked up: Sun/)).toBeAttached();
  // Each step is announced before the next key, as somebody who listens would go.
  for (const [key, place] of [
    ['ArrowDown', /^Sun, .* 9:15 AM$/],
    ['ArrowDown', /^Sun, .* 9:30 AM$/],
    ['ArrowLeft', /^Sat, .* 9:30 AM$/],
  ] as const) {
    await app.keyboard.press(key);
    await expect(app.getByText(place)).toBeAttached();
  }
  await app.keyboard.press('Space');
  await expect(app.getByText('Moved. Nell Abara gets a message with the new time.')).toBeVisible();
  await expect(booking).toContainText('9:30 AM');

  const box = (await booking.boundingBox())!;
  await app.mouse.move(box.x + 20, box.y + 8);
  await app.mouse.down();
  await app.mouse.move(box.x + 20, box.y + 40, { steps: 4 });
  await app.mouse.move(box.x + 20, box.y + 8 + 52, { steps: 4 });
  await app.mouse.up();
  await expect(booking).toContainText('10:30 AM');

  await booking.click();
  const drawer = app.getByRole('complementary', { name: 'Booking' });
  await drawer.getByRole('button', { name: 'Came' }).click();
  await expect(drawer.getByText('Came', { exact: true }).first()).toBeVisible();
  await drawer.getByRole('button', { name: 'Not known yet' }).click();
  await drawer.getByRole('button', { name: 'Cancel booking' }).click();
  await expect(booking).toHaveCount(0);
  await app.goto(`${origin}/quayside-dental/messages/post-room`);
  await searchPostRoom(app, 'nell.abara@example.com');
  await expect(app.getByRole('link', { name: /^Canceled: Saturday/ })).toBeVisible();
});

test('a text is answered on its phone, STOP ends texts, and a rule shows what it would have met', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/messages/post-room');
  await app.locator('li', { hasText: 'text' }).getByRole('link').first().click();
  await expect(app.getByText(/^on the phone of/)).toBeVisible();
  await app.getByLabel('Answer as this person').fill('STOP');
  await app.getByRole('button', { name: 'Send' }).click();
  await expect(app.getByText('Sent, as the person would.')).toBeVisible();
  await expect(app.locator('article li').getByText('STOP', { exact: true })).toBeVisible();

  await app.goto(`${origin}/quayside-dental/follow-up/rules`);
  await app.getByRole('button', { name: 'Add a rule' }).click();
  const part = app.getByRole('combobox', { name: 'Add a part to the sentence' });
  await part.press('Backspace');
  await part.fill('direct');
  await part.press('Enter');
  await expect(app.getByRole('button', { name: 'from Direct', exact: true })).toBeVisible();
  await expect(app.getByText('The rule names no campaign')).toBeVisible();
  await app.getByRole('button', { name: 'Apply, leave off' }).click();
  await expect(app.getByText('Saved and turned off.')).toBeVisible();
});
