import { expect, test } from '@playwright/test';
import {
  ask,
  marketer,
  origin,
  password,
  phone,
  physio,
  searchPostRoom,
  signedIn,
} from './helpers.ts';
import { port } from './playwright.config.ts';

/** Two weeks after the day the demo begins, at half past six in Port Alder. */
const evening = Date.parse('2026-11-19T23:30:00Z');
const day = 86_400_000;

/** Moves the demo's clock by its API to three days before the evening: the 4-day reminder is past then. */
async function moveToThreeDaysBefore(): Promise<void> {
  const json = { 'content-type': 'application/json' };
  const call = (path: string, method: string, cookie: string, body?: object) =>
    ask({
      port,
      path,
      method,
      headers: { ...json, cookie },
      ...(body && { body: JSON.stringify(body) }),
    });
  const { cookie } = await call('/api/session', 'POST', '', { email: marketer, password });
  const { now } = JSON.parse((await call('/api/demo/clock', 'GET', cookie)).body) as {
    now: string;
  };
  const hours = Math.ceil((evening - 3 * day - Date.parse(now)) / 3_600_000);
  const moved = await call('/api/demo/clock', 'POST', cookie, { advance: `PT${hours}H` });
  expect(moved.status).toBe(200);
}

test('a late joiner’s dry run equals what the post room shows after the clock has moved', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  await moveToThreeDaysBefore();
  // A session of its own: the others were signed in two weeks ago by the demo's clock.
  const app = await signedIn(browser, '/fernhill-physio/follow-up', 'owner@tallow-thyme.test');
  const moveOneDay = async () => {
    await app.getByRole('button', { name: 'Demo clock' }).click();
    await app.getByRole('menuitem', { name: 'One day ahead' }).click();
    await expect(app.getByText(/^It is now/).first()).toBeVisible();
  };
  await app.goto(`${origin}/fernhill-physio/follow-up`);
  await app.getByRole('link', { name: 'Runner’s knee evening' }).click();
  const dryRun = app.getByRole('complementary', { name: 'Preview' });
  const lines = dryRun.getByRole('listitem');
  await expect(lines.first()).toContainText('left out: its time was already past');
  const planned = (await lines.allInnerTexts())
    .filter((line) => !line.includes('left out') && !line.endsWith('evening'))
    .map((line) => line.split('\n')[0]!.trim());

  // Quiet hours are those of the zone that they live in.
  const lives = { timezoneId: 'America/New_York' };
  const visitor = await (await browser.newContext({ ...phone, ...lives })).newPage();
  await visitor.goto(`${physio}/runners-knee-evening`);
  await visitor.getByLabel('Your name').fill('Lorcan Late');
  await visitor.getByLabel('Email').fill('lorcan.late@example.com');
  await visitor.getByLabel('Mobile').fill('(207) 555-0188');
  await visitor.getByLabel(/Text me two hours before/).check();
  await visitor.getByRole('button', { name: 'Save my seat' }).click();
  await expect(visitor).toHaveURL(`${physio}/runners-knee-thanks`);

  for (let day = 0; day < 5; day++) await moveOneDay();
  const sent: string[] = [];
  for (const search of ['lorcan.late@example.com', '+12075550188']) {
    await app.goto(`${origin}/fernhill-physio/messages/post-room`);
    const rows = await searchPostRoom(app, search);
    await expect(rows.first()).toBeVisible();
    for (const row of await rows.allInnerTexts()) {
      if (!row.includes('Your seat: ')) sent.push(row.split('\n').at(-1)!.trim());
    }
  }
  expect(sent.sort()).toEqual(planned.sort());
});
