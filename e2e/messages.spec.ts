import { expect, test } from '@playwright/test';
import { origin, phone, searchPostRoom, signedIn } from './helpers.ts';

test('a branded email is written without a brace, goes to a list, and its link is counted', async ({
  browser,
}, { retry }) => {
  const subject = `Winter hours ${retry}`;
  const app = await signedIn(browser, '/quayside-dental/follow-up/campaigns');
  await app.getByRole('button', { name: 'New campaign' }).click();
  await app.getByRole('menuitem', { name: 'An email' }).click();
  await app.getByRole('button', { name: 'Write the email' }).click();
  const composer = app.getByRole('dialog');
  await composer.getByLabel('Subject').fill(subject);
  await composer.getByText('Hello', { exact: false }).first().click();
  await expect(composer.getByRole('toolbar', { name: 'Text' })).toBeVisible();
  await app.keyboard.press('Control+End');
  await app.keyboard.press('Enter');
  await app.keyboard.type('we close early on Fridays.');
  await composer.getByRole('button', { name: 'Heading', exact: true }).click();
  await app.keyboard.type('Come before the snow');
  await composer.getByRole('button', { name: 'Button', exact: true }).click();
  await composer
    .getByLabel('Page')
    .selectOption({ label: 'Nervous-patient first visit: First visit' });
  // The phone beside it shows it as Ana reads it; nowhere is there a brace.
  const onPhone = app.frameLocator('iframe[title="On a phone"]');
  await expect(onPhone.getByText('Hello Ana,')).toBeVisible();
  await expect(onPhone.getByRole('heading', { name: 'Come before the snow' })).toBeVisible();
  await expect(onPhone.getByRole('link', { name: 'Open the page' })).toBeVisible();
  expect(await composer.innerText()).not.toContain('{{');
  await composer.getByRole('button', { name: 'Done' }).click();

  await app.getByText('All who have not unsubscribed').click();
  await expect(app.getByText(/of \d+ people get it/)).toBeVisible();
  await app.getByRole('button', { name: 'Send…' }).click();
  await app.getByRole('button', { name: /^Send to \d+ people$/ }).click();
  await expect(app.getByRole('heading', { name: 'Clicked links' })).toBeVisible();
  const campaign = app.url();
  await expect(async () => {
    await app.goto(`${origin}/quayside-dental/messages/post-room`);
    await searchPostRoom(app, subject);
    await expect(app.getByRole('link', { name: subject }).first()).toBeVisible({ timeout: 2000 });
  }).toPass();
  await app.getByRole('link', { name: subject }).first().click();
  const link = app.frameLocator('article iframe').getByRole('link', { name: 'Open the page' });
  // A browser that says it is run by a script counts as a robot.
  const visitor = await (await browser.newContext(phone)).newPage();
  const opened = await visitor.goto((await link.getAttribute('href'))!);
  expect(opened!.status()).toBe(200);
  await expect(visitor).toHaveURL(/\/first-visit/);

  await app.goto(campaign);
  await expect(app.getByRole('listitem').filter({ hasText: '/first-visit' })).toContainText('1');
});
