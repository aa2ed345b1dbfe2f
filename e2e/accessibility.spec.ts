import { expect, test } from '@playwright/test';
import { expectClean } from './expect-clean.ts';
import { openEditor, openPath, origin, phone, physio, signedIn, site } from './helpers.ts';

for (const [name, path, see] of [
  ['funnels', '/quayside-dental/funnels', 'Last 30 days'],
  ['people', '/quayside-dental/people', 'Source'],
  ['submissions', '/fernhill-physio/people/submissions', 'Rules matched'],
  ['forms', '/fernhill-physio/funnels/forms', 'Surveys'],
  ['sources', '/stonecroft-paving/funnels/sources', 'Your own names'],
  ['listings', '/marram-coast-homes/funnels/listings', '88 Mill Lane'],
  ['a new listing', '/marram-coast-homes/funnels/listings/new', 'What it is'],
  ['market', '/marram-coast-homes/funnels/market', 'Months of supply'],
  ['bin', '/quayside-dental/set-up/bin', 'People nobody is in touch with'],
  ['today', '/quayside-dental/today', 'Booked today'],
  ['bookings', '/quayside-dental/bookings', 'Add a booking'],
  ['follow-up', '/quayside-dental/follow-up', 'Gentle welcome'],
  ['campaigns', '/quayside-dental/follow-up/campaigns', 'Check-ups before winter'],
  ['vouchers', '/quayside-dental/follow-up/vouchers', 'No vouchers'],
  ['rules', '/quayside-dental/follow-up/rules', 'New patients'],
  ['inbox', '/quayside-dental/messages', 'The bridge is up'],
  ['sent', '/quayside-dental/messages/sent', 'to desk@quayside-dental.test'],
  ['results', '/quayside-dental/results', 'become leads'],
  ['results by hour', '/quayside-dental/results?by=hour', 'Wednesday'],
  ['split tests', '/quayside-dental/results/tests', 'No idea was tested'],
  ['ad spend', '/quayside-dental/results/spend', 'At this pace'],
  ['conversions', '/quayside-dental/results/conversions', 'First visit booked'],
  ['evidence', '/quayside-dental/results/evidence', 'Before it is changed'],
  ['results of a funnel', '/quayside-dental/results/funnel', 'came near the end'],
  ['reports', '/quayside-dental/results/reports', 'Your month'],
  ['tags', '/stonecroft-paving/results/tags', 'Each page carries'],
  ['post room', '/quayside-dental/messages/post-room', 'From'],
  ['fact sheet', '/quayside-dental/set-up', 'Areas served'],
  ['staff, services and reviews', '/quayside-dental/set-up/records', 'person 1'],
  ['domains', '/quayside-dental/set-up/addresses', 'Local address'],
  ['new client', '/clients/new', 'New client'],
] as const) {
  test(`${name} is free of faults`, async ({ browser }) => {
    const page = await signedIn(browser, path);
    await expect(page.getByText(see).first()).toBeVisible();
    // A message's own frame runs no script, so axe can't look inside and would wait for it.
    await page.evaluate(() => document.querySelector('iframe[sandbox]')?.remove());
    await expectClean(page);
  });
}

test('the Path, the editor and a person are free of faults', async ({ browser }) => {
  const page = await signedIn(browser, '/quayside-dental/funnels');
  await openPath(page);
  await expectClean(page);
  await page.goBack();
  await openEditor(page);
  await page.getByRole('button', { name: /^Form ·/ }).click();
  // The page stands there twice, wide and on a phone, each in a document of its own; and the call bar stays in sight over
  // whatever question the phone's end happens to cut.
  await expectClean(page, ['landmark-unique', 'target-size']);
  await page.goto(page.url().replace(/pages.*/, 'people'));
  await page.getByRole('row').nth(1).getByRole('link').first().click();
  await expect(page.getByText('History')).toBeVisible();
  await expectClean(page);
});

test('a campaign and its email in the composer are free of faults', async ({ browser }) => {
  const page = await signedIn(browser, '/quayside-dental/follow-up/campaigns');
  await page.getByRole('link', { name: 'Check-ups before winter' }).click();
  await expect(page.getByText(/people get it/)).toBeVisible();
  await expectClean(page);
  await page.getByRole('button', { name: 'Write the email' }).click();
  await page.getByRole('dialog').getByText('before the road to the quay').click();
  await expect(page.getByRole('toolbar', { name: 'Text' })).toBeVisible();
  // The email stands there twice, and each of its layout tables says that it is one.
  await expectClean(page, ['landmark-unique']);
});

test('a sequence with its dry run, a rule and a calendar are free of faults', async ({
  browser,
}) => {
  const page = await signedIn(browser, '/fernhill-physio/follow-up');
  await page.getByRole('link', { name: 'Runner’s knee evening' }).click();
  await page.locator('summary', { hasText: 'Settings' }).click();
  await page.getByRole('button', { name: /^Text “/ }).click();
  await expect(page.getByText('Preview for one person')).toBeVisible();
  await expectClean(page);
  await page.goto(`${origin}/quayside-dental/follow-up/rules`);
  await page.getByRole('button', { name: 'Edit' }).first().click();
  await expect(page.getByText('Matched leads')).toBeVisible();
  await expectClean(page);
  await page.getByRole('button', { name: 'Edit' }).last().click();
  await expect(page.getByLabel('How often')).toBeVisible();
  await expectClean(page);
  await page.goto(`${origin}/quayside-dental/bookings`);
  await page.getByRole('link', { name: 'First visit' }).click();
  await expect(page.getByText('After booking')).toBeVisible();
  await expectClean(page);
});

for (const size of [{ viewport: { width: 1280, height: 800 } }, phone]) {
  test(`the public pages at ${size.viewport.width} are free of faults`, async ({ browser }) => {
    const page = await (await browser.newContext(size)).newPage();
    for (const address of [
      `${site}/first-visit`,
      `${site}/first-visit-time`,
      `${site}/first-visit-thank-you`,
      `${physio}/runners-knee-evening`,
    ]) {
      await page.goto(address);
      // The call bar stays in sight over what lies there: with the whole page in sight it lies over nothing.
      const height = await page.evaluate(() => document.documentElement.scrollHeight);
      await page.setViewportSize({ ...size.viewport, height });
      await expectClean(page);
      await page.setViewportSize(size.viewport);
    }
  });
}
