import { expect, test } from '@playwright/test';
import { ask, signedIn } from './helpers.ts';
import { port } from './playwright.config.ts';

const quayside = `quayside-dental.localhost:${port}`;
const computer = { 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64) Chrome/156' };
const phone = { 'user-agent': 'Mozilla/5.0 (Linux; Android 16; Mobile) Chrome/156' };

test('visits from three sources are exactly the numbers shown, and a call pressed on a phone is counted', async ({
  browser,
}) => {
  const sources = { 'journey-letter': 150, 'journey-poster': 100, 'journey-talk': 50 };
  const visit = (source: string, headers: Record<string, string>) =>
    ask({ port, host: quayside, path: `/first-visit?utm_source=${source}`, headers });
  for (const [source, many] of Object.entries(sources))
    for (let turn = 0; turn < many; turn++)
      expect((await visit(source, turn === 0 ? phone : computer)).status).toBe(200);
  const { cookie } = await visit('journey-call', phone);
  const pressed = await ask({
    ...{ port, host: quayside, path: '/~/press/first-visit/tel:+12075550123', method: 'POST' },
    headers: { ...phone, cookie },
  });
  expect(pressed.status).toBe(204);

  const app = await signedIn(browser, '/quayside-dental/results');
  const shown = (source: string) =>
    app
      .getByRole('row', { name: new RegExp(source, 'i') })
      .getByRole('cell')
      .nth(1);
  await expect(async () => {
    await app.reload();
    await expect(shown('journey-letter')).toHaveText('150', { timeout: 2000 });
  }).toPass();
  await expect(shown('journey-poster')).toHaveText('100');
  await expect(shown('journey-talk')).toHaveText('50');

  await app.getByRole('link', { name: 'Conversions' }).click();
  const calls = app.getByRole('listitem').filter({ hasText: 'Called from a page' });
  await expect(calls.getByText('Verified')).toBeVisible();
  await expect(calls.getByText(/journey-call 1/i)).toBeVisible();
});

test('a tag that counts leads runs once for a form, as the receiver shows; pages carry what they should', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/stonecroft-paving/results/tags');
  const right = app.getByText('Each page carries what it should, once and in order');
  await expect(right.first()).toBeVisible();
  const leads = app
    .getByRole('table', { name: 'What arrived at the tag receiver' })
    .getByRole('cell', { name: 'lead', exact: true });
  const before = await leads.count();
  const visitor = await (await browser.newContext()).newPage();
  await visitor.goto(`http://stonecroft-paving.localhost:${port}/free-driveway-survey`);
  await visitor.getByLabel('Your name').fill('Ines Corvo');
  await visitor.getByLabel('Mobile').fill('(207) 555-0199');
  await visitor.getByLabel('Email').fill('ines.corvo@example.com');
  await visitor.getByLabel('What do you need?').selectOption({ index: 1 });
  const hit = visitor.waitForRequest(
    (request) => request.url().endsWith('/hit') && (request.postData() ?? '').includes('"lead"'),
  );
  await visitor.getByRole('button', { name: 'Book my estimate' }).click();
  await visitor.waitForURL(/thank-you/);
  await hit;
  // Opened again, the page counts no second lead.
  const sent: string[] = [];
  visitor.on('request', (request) => {
    if (request.url().endsWith('/hit')) sent.push(request.postData() ?? '');
  });
  await visitor.reload();
  await expect.poll(() => sent.length).toBe(1);
  expect(sent[0]).toContain('page seen');
  await expect(leads).toHaveCount(before + 1);
});

test('the report of October opens without an account, and is saved as a PDF of several pages', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/results/reports');
  const href = await app.getByRole('link', { name: 'October 2026' }).getAttribute('href');
  const reader = await (await browser.newContext()).newPage();
  await reader.goto(href!);
  await expect(reader.getByRole('heading', { name: 'Your month, October 2026' })).toBeVisible();
  await expect(reader.getByRole('button', { name: 'Print or save as PDF' })).toBeVisible();
  for (const format of ['A4', 'Letter']) {
    const pdf = (await reader.pdf({ format })).toString('latin1');
    expect(pdf.startsWith('%PDF-')).toBe(true);
    expect(Number(/\/Count (\d+)/.exec(pdf)?.[1])).toBeGreaterThan(1);
  }
});
