import { expect, test, type Page } from '@playwright/test';
import { ask, signedIn } from './helpers.ts';
import { port } from './playwright.config.ts';

const client = 'stonecroft-paving';
const host = `${client}.localhost:${port}`;
const slug = 'free-driveway-survey';
const headline = 'A new driveway from $4,900';

/** Visitors come one after the other, and press the phone number as often as the page that they see makes them. */
async function visitors(many: number, presses: (seesB: boolean, turn: number) => boolean) {
  const seen = { a: 0, b: 0 };
  for (let turn = 0; turn < many; turn++) {
    const headers = { 'user-agent': 'Mozilla/5.0 (X11; Linux x86_64) Chrome/156' };
    const { body, cookie } = await ask({ port, host, path: `/${slug}`, headers });
    const seesB = body.includes(headline);
    seen[seesB ? 'b' : 'a']++;
    if (!presses(seesB, turn)) continue;
    const pressed = await ask({
      ...{ port, host, path: `/~/press/${slug}/tel:+12075550123`, method: 'POST' },
      headers: { ...headers, cookie },
    });
    expect(pressed.status).toBe(204);
  }
  return seen;
}

async function planTest(app: Page, hypothesis: string) {
  await app.getByRole('button', { name: 'Test an idea' }).click();
  const idea = app.getByRole('dialog');
  // What is known of the page comes a moment later, and draws the fields anew.
  const type = (label: string, words: string) =>
    expect(async () => {
      await idea.getByLabel(label).fill(words);
      await expect(idea.getByLabel(label)).toHaveValue(words, { timeout: 1000 });
    }).toPass();
  await type('What do you expect, and why?', hypothesis);
  await idea.getByLabel('What decides').selectOption('press');
  await type('Rate now, in %', '20');
  await type('Hoped for: so many % more', '200');
  await idea.getByRole('button', { name: 'Plan the test' }).click();
  await expect(app.getByRole('heading', { name: hypothesis })).toBeVisible();
}

/** Starts a test once both widths of its variations have been looked at. */
async function start(app: Page) {
  await app.getByRole('button', { name: 'Start the test' }).click();
  const dialog = app.getByRole('dialog', { name: 'Before the test starts' });
  await expect(dialog.getByText('B on a phone')).toBeVisible();
  await dialog.getByLabel('I have looked at both widths').check();
  await dialog.getByRole('button', { name: 'Start now' }).click();
}

/** Looks again until the numbers say something; what was pressed is written within a second. */
const says = (app: Page, words: RegExp) =>
  expect(async () => {
    await app.reload();
    await expect(app.getByText(words)).toBeVisible({ timeout: 2000 });
  }).toPass();

test('an idea for a headline is tested, wins, and is what all visitors see; two equal pages stay alike', async ({
  browser,
}) => {
  const app = await signedIn(browser, `/${client}/results/tests`);
  await planTest(app, 'With the price in the headline, more people call');
  await expect(app.getByText('still the same as A')).toBeVisible();
  await app.getByRole('link', { name: 'Open the draft' }).click();
  await expect(app.getByRole('link', { name: 'Test planned' })).toBeVisible();
  const outline = app.getByRole('navigation', { name: 'Outline' });
  await outline.getByRole('button', { name: /^A driveway that drains/ }).click();
  await app.getByLabel('Text', { exact: true }).fill(headline);
  await expect(app.getByText('Live, with changes')).toBeVisible();
  await app.getByRole('link', { name: 'Test planned' }).click();
  await start(app);
  await expect(app.getByText('Too early to say.')).toBeVisible();
  const seen = await visitors(200, (seesB, turn) => turn % 10 < (seesB ? 7 : 2));
  expect(Math.min(seen.a, seen.b)).toBeGreaterThan(60);
  await says(app, /^B does better: of 100 visitors/);
  await expect(app.getByRole('row', { name: /^A The page as it is/ })).toContainText(`${seen.a}`);
  await app.getByRole('button', { name: 'End the test' }).click();
  const end = app.getByRole('dialog');
  await end.getByLabel('What did you learn?').fill('A price brings calls');
  await end.getByRole('button', { name: 'End the test' }).click();
  await expect(app.getByText('B was kept. A price brings calls')).toBeVisible();
  const alike = await visitors(4, () => false);
  expect(alike).toEqual({ a: 0, b: 4 });

  await app.getByRole('link', { name: '← Split tests' }).click();
  await planTest(app, 'Nothing is different');
  await start(app);
  await expect(app.getByText('Too early to say.')).toBeVisible();
  await visitors(260, (_seesB, turn) => turn % 5 === 0);
  await says(app, /^No difference worth having/);
  await app.getByRole('button', { name: 'End the test' }).click();
  await app.getByRole('dialog').getByRole('button', { name: 'End the test' }).click();
  await expect(app.getByText('A was kept.')).toBeVisible();
});
