import { expect, test } from '@playwright/test';
import { signedIn } from './helpers.ts';
import { port } from './playwright.config.ts';

test('a new listing becomes a live page named by its address, in a few presses, and follows its record', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/marram-coast-homes/funnels/listings');
  await app.getByRole('link', { name: 'New listing' }).click();
  await app.getByLabel('Street and number').fill('41 Saltworks Road');
  await app.getByLabel('Price, USD').fill('515,000');
  await app.getByLabel('Beds').fill('3');
  await app.getByRole('button', { name: 'Save and make its page' }).click();
  await app.getByRole('button', { name: 'Publish', exact: true }).click();
  const dialog = app.getByRole('dialog');
  if (await dialog.isVisible().catch(() => false))
    await dialog.getByRole('button', { name: /Publish/ }).click();
  const visitor = await (await browser.newContext()).newPage();
  const address = `http://marram-coast-homes.localhost:${port}/41-saltworks-road-port-alder`;
  await expect(async () => {
    expect((await visitor.goto(address))!.status()).toBe(200);
  }).toPass();
  await expect(visitor.getByText('$515,000').first()).toBeVisible();
  await expect(visitor.getByRole('heading', { name: '41 Saltworks Road' })).toBeVisible();
  await expect(visitor).toHaveTitle(/41 Saltworks Road, Port Alder, \$515,000/);
});
