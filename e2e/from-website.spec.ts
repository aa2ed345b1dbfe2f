import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { api, builderOf, publish } from './builder.ts';
import { htmlProblems } from './html-problems.ts';
import { signedIn } from './helpers.ts';

test('a new roofer from their own website: facts, colors, logo and reviews in twelve actions', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/clients/new');
  let actions = 0;
  const act = async (does: () => Promise<unknown>) => {
    actions++;
    await does();
  };
  await act(() => app.getByLabel('Name', { exact: true }).fill('Ledgeline Roofing'));
  await act(() => app.getByLabel('Their website, if they have one').fill('ledgeline-roofing.test'));
  await act(() => app.getByRole('button', { name: 'Add the client' }).click());
  const found = app.getByRole('dialog', { name: 'From their website' });
  await expect(found.getByText('3 pages of ledgeline-roofing.test were read.')).toBeVisible();
  await act(() => found.getByRole('button', { name: 'A cottage with a new cedar roof' }).click());
  await act(() => found.getByLabel(/found the leak/).click());
  await act(() => found.getByRole('button', { name: 'Use these 11' }).click());
  await expect(app.getByText('Saved', { exact: true }).first()).toBeVisible();
  expect(actions).toBeLessThanOrEqual(12);

  await expect(app.getByLabel('Phone')).toHaveValue('(207) 555-0164');
  await expect(app.getByLabel('Town')).toHaveValue('Port Alder');
  await expect(app.getByLabel('Friday, hours 1, to')).toHaveValue('15:00');
  await expect(app.getByAltText('The logo')).toBeVisible();
  const { clients } = await api<{ clients: { id: string; slug: string }[] }>(
    app,
    'GET',
    '/api/clients',
  );
  const { id } = clients.find(({ slug }) => slug === 'ledgeline-roofing')!;
  const { brand } = await api<{ brand: { colours: { action: string } } }>(
    app,
    'GET',
    `/api/clients/${id}`,
  );
  expect(brand.colours.action).toBe('#C8501A');
  const { reviews } = await api<{ reviews: { source: string }[] }>(
    app,
    'GET',
    `/api/clients/${id}/records`,
  );
  expect(reviews).toMatchObject([
    { who: 'Nell B., Gull Neck', stars: 5, source: 'ledgeline-roofing.test' },
  ]);
});

test('a web page made elsewhere becomes a page here, is published as valid HTML, and its form takes a lead', async ({
  browser,
}) => {
  test.setTimeout(90_000);
  const app = await signedIn(browser, '/alder-grove-dental/funnels');
  await app.getByRole('button', { name: 'Import' }).click();
  await app.getByRole('menuitem', { name: /made elsewhere/ }).click();
  await app.getByLabel('Or its web address').fill('ledgeline-roofing.test/spring-offer.html');
  await app.getByRole('dialog').getByRole('button', { name: 'Import' }).click();
  await expect(app.getByText('A menu was left out: Home, What people say.')).toBeVisible();
  await app.getByRole('link', { name: 'Open the page' }).click();
  const { wide } = builderOf(app);
  await expect(
    wide.getByRole('heading', { name: 'Know your roof before the spring storms' }),
  ).toBeVisible();
  const address = await publish(app, app.url().split('/').at(-1)!);
  const visitor = await browser.newPage();
  const answer = await visitor.goto(address);
  expect(await htmlProblems(await answer!.text())).toEqual([]);
  await visitor.getByLabel('Your name').fill('Ada Brook');
  await visitor.getByLabel('Email').fill('ada@example.org');
  await visitor.getByLabel('I agree to be contacted about this.').check();
  await visitor.getByLabel('A leak').check();
  await visitor.getByRole('button', { name: 'Book my check' }).click();
  await expect(visitor.getByText('Thank you. We will be in touch.')).toBeVisible();
});

test('a file that is no page is refused in words, and the dialog stays', async ({ browser }) => {
  const app = await signedIn(browser, '/alder-grove-dental/funnels');
  await app.getByRole('button', { name: 'Import' }).click();
  await app.getByRole('menuitem', { name: /made elsewhere/ }).click();
  const logo = readFileSync(
    new URL('../apps/server/websites/ledgeline-roofing/logo.png', import.meta.url),
  );
  await app
    .locator('input[accept*=".html"]')
    .setInputFiles({ name: 'logo.html', mimeType: 'text/html', buffer: logo });
  await expect(app.getByRole('alert')).toHaveText('This is not a web page.');
});
