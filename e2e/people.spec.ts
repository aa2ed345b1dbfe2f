import { expect, test } from '@playwright/test';
import { signedIn } from './helpers.ts';

test('people are asked for by keyboard, kept as a list, tagged together and given back', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/people');
  await expect(app.getByRole('table', { name: 'People' })).toBeVisible();
  await app.keyboard.press('/');
  for (const part of ['social ads', 'not booked', 'last 30']) {
    await app.keyboard.type(part);
    await app.keyboard.press('ArrowDown');
    await app.keyboard.press('Enter');
  }
  await app.keyboard.press('Escape');
  for (const words of ['from Social ads', 'who have not booked', 'added in the last 30 days'])
    await expect(app.getByRole('button', { name: words, exact: true })).toBeVisible();

  await app.getByRole('button', { name: 'Save as a list' }).click();
  await app.getByLabel('Name', { exact: true }).fill('Call these');
  await app.getByRole('button', { name: 'Save list' }).click();
  await expect(app.getByRole('button', { name: /^Call these · \d/ })).toBeVisible();

  await app.getByLabel('Tick all that are shown').check();
  await app.getByRole('button', { name: 'Tag', exact: true }).click();
  await app.getByLabel('Tag, which').fill('call-today');
  await app.getByRole('button', { name: 'Apply' }).click();
  await expect(app.getByText(/^Done: \d+ (people|person) changed/)).toBeVisible();
  await expect(app.getByText('call-today').first()).toBeVisible();
  const saved = app.waitForEvent('download');
  await app.getByRole('button', { name: 'Export' }).last().click();
  expect((await saved).suggestedFilename()).toBe('people.csv');
  await app.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(app.getByText('call-today')).toHaveCount(0);
});

test('a card is dragged on the board, and the record tells of it', async ({ browser }) => {
  const app = await signedIn(browser, '/quayside-dental/people/board');
  const from = app.getByRole('region', { name: 'New', exact: true });
  const card = from.getByRole('listitem').first();
  const name = (await card.getByRole('link').textContent())!;
  const to = app.getByRole('region', { name: 'Quoted', exact: true });
  await card.hover();
  await app.mouse.down();
  const target = (await to.boundingBox())!;
  await app.mouse.move(target.x + 60, target.y + 80, { steps: 8 });
  await app.mouse.up();
  await expect(app.getByText(`${name} is in Quoted.`)).toBeVisible();
  await to.getByRole('link', { name }).first().click();
  await expect(app.getByText('Moved to Quoted')).toBeVisible();
  await app.getByRole('button', { name: /^Town/ }).click();
  await app.getByLabel('Town', { exact: true }).fill('Gull Harbor');
  await app.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(app.getByRole('button', { name: 'Town Gull Harbor' })).toBeVisible();
});

test('a file of people is tried, imported with its bad rows handed back, and undone', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/stonecroft-paving/people');
  await app.getByRole('link', { name: 'Import' }).click();
  const rows = Array.from({ length: 500 }, (_, n) =>
    n % 100 === 7
      ? `Broken ${n};not an address;;`
      : `Wren Fennimore ${n};wren${n}@example.net;(207) 555-01${String(n % 100).padStart(2, '0')};${n}`,
  );
  await app.locator('input[type=file]').setInputFiles({
    name: 'old-customers.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Name;E-mail;Mobile;Square yards', ...rows].join('\r\n')),
  });
  await expect(app.getByText('old-customers.csv has 500 rows')).toBeVisible();
  await expect(app.getByLabel('What E-mail fills')).toHaveValue('email');
  await expect(app.getByLabel('What Square yards fills')).toHaveValue('new:number');
  await app.getByRole('button', { name: 'Try it on the whole file' }).click();
  await expect(
    app.getByText('This would add 495 new people; 0 are known already. 5 rows can’t be read.'),
  ).toBeVisible();
  await app.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(app.getByText(/^Added 495 new people/)).toBeVisible({ timeout: 30_000 });
  const [bad] = await Promise.all([
    app.waitForEvent('download'),
    app.getByRole('button', { name: '5 bad rows, with the reasons' }).click(),
  ]);
  expect(bad.suggestedFilename()).toBe('bad-rows.csv');
  await app.getByRole('button', { name: 'Undo' }).first().click();
  await expect(app.getByText('Undone.').first()).toBeVisible();
  await app.getByRole('link', { name: 'People', exact: true }).last().click();
  await app.getByRole('combobox', { name: /^Find people/ }).fill('wren44@example.net');
  await expect(app.getByText('Nobody matches “wren44@example.net”')).toBeVisible();
});
