import { expect, test } from '@playwright/test';
import { phone, signedIn, site } from './helpers.ts';

test('what a visitor begins and presses is told, and where they come from can be given a name', async ({
  browser,
}) => {
  const page = await (await browser.newContext(phone)).newPage();
  const told: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/~/')) told.push(`${request.method()} ${request.url()}`);
  });
  await page.goto(`${site}/first-visit`, { referer: 'https://harbor-news.test/teeth' });
  await page.getByLabel('Your name').fill('A');
  await page.locator('a[href^="tel:"]').first().dispatchEvent('click');
  await expect
    .poll(() => told.filter((one) => one.includes('/~/begin/first-visit/')))
    .toHaveLength(1);
  await expect
    .poll(() => told.filter((one) => one.includes('/~/press/first-visit/tel')))
    .toHaveLength(1);

  const app = await signedIn(browser, '/quayside-dental/funnels/sources');
  await expect(app.getByRole('row', { name: /Waiting-room QR/ })).toBeVisible();
  await app.getByRole('button', { name: 'Add a name' }).click();
  await app.getByLabel('Name 2: the words').fill('harbor-news');
  await app.getByLabel('Name 2', { exact: true }).fill('Harbor News');
  // The visit is written within a second.
  await expect(async () => {
    await app.getByRole('button', { name: 'Preview on past visits' }).click();
    await expect(app.getByText('would be called Harbor News')).toBeVisible({ timeout: 1000 });
  }).toPass();
  await app.getByRole('button', { name: 'Save' }).click();
  await expect(app.getByRole('button', { name: 'Save' })).toBeHidden();

  await page.context().clearCookies();
  await page.goto(`${site}/first-visit`, { referer: 'https://harbor-news.test/teeth' });
  await expect(async () => {
    await app.reload();
    await expect(app.getByRole('row', { name: /^Harbor News/ })).toBeVisible({ timeout: 2000 });
  }).toPass();
  await app.getByRole('button', { name: 'Remove name 2' }).click();
  await app.getByRole('button', { name: 'Save' }).click();
});
