import { expect, test } from '@playwright/test';
import { expectClean } from './expect-clean.ts';
import { origin, phone, physio, signedIn } from './helpers.ts';

test('a visitor asks in the chat box, and reads the answer there on another page of the tab', async ({
  browser,
}, { retry }) => {
  const name = `Bettina Rowe ${'again '.repeat(retry)}`.trim();
  const page = await (await browser.newContext(phone)).newPage();
  await page.goto(`${physio}/runners-knee-thanks`);
  const box = page.locator('.chat');
  await box.getByText('Ask us before the evening').click();
  await expectClean(page);
  await box.getByLabel('Your question').fill('May hikers come too?');
  await box.getByRole('button', { name: 'Send' }).click();
  await expect(box.getByText('Please fill in “Email”.')).toBeVisible();
  await box.getByLabel('Your name').fill(name);
  await box.getByLabel('Email').fill('bettina.rowe@example.com');
  await box.getByRole('button', { name: 'Send' }).click();
  await expect(box.getByRole('listitem')).toHaveText([/May hikers come too\?/]);
  await expect(box.getByLabel('Email')).toBeHidden();
  await page.reload();

  const app = await signedIn(browser, '/fernhill-physio/messages');
  await app.getByRole('link', { name: new RegExp(`^${name}`) }).click();
  await expect(app.getByText('They are on the page now.')).toBeVisible();
  await app.getByLabel('Your answer').fill('They are welcome. Bring your boots.');
  await app.keyboard.press('Control+Enter');
  // The box opens by itself with what is new in it.
  await expect(box.getByText('They are welcome. Bring your boots.')).toBeVisible();
  await expect(app.getByText('Not seen yet')).toBeHidden();

  await page.close();
  await app.goto(`${origin}/fernhill-physio/people?find=bettina`);
  await app.getByRole('link', { name }).first().click();
  await expect(
    app.getByText(/Wrote in the chat box of “.+”: “May hikers come too\?”/),
  ).toBeVisible();
});
