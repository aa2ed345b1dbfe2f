import { expect, test, type Page } from '@playwright/test';
import { expectClean } from './expect-clean.ts';
import { htmlProblems } from './html-problems.ts';
import { phone, physio, signedIn } from './helpers.ts';

const survey = `${physio}/runners-survey`;
/** A picture of one white pixel. */
const onePixel = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAQAAAC1HAwCAAAAC0lEQVR42mP8/x8AAwMCAO+ip1sAAAAASUVORK5CYII=',
  'base64',
);
const next = (page: Page) => page.getByRole('button', { name: 'Next' });

test('a survey in parts on a phone: what hurts is asked of those whom something hurts', async ({
  browser,
}) => {
  const page = await (await browser.newContext(phone)).newPage();
  const answer = await page.goto(survey);
  expect(await htmlProblems(await answer!.text())).toEqual([]);
  await expect(page.getByText('Part 1 of 2')).toBeVisible();
  await expect(page.getByLabel('Email', { exact: true })).toBeHidden();
  await expectClean(page);

  // A part that is not answered can't be left, and says what it lacks.
  await next(page).click();
  await expect(page.getByLabel('How many miles do you run in a week?')).toBeFocused();
  await expect(page.getByText('Please fill in “Does anything hurt when you run?”.')).toBeVisible();
  await expectClean(page);
  await page.getByLabel('How many miles do you run in a week?').fill('200');
  await page.getByLabel('Now and then').check();
  await expect(page.getByText('Part 1 of 3')).toBeVisible();
  await next(page).click();
  await expect(page.getByText('Please give a number of at most 150.')).toBeVisible();
  await page.getByLabel('How many miles do you run in a week?').fill('12');
  await next(page).click();

  await expect(page.getByText('Part 2 of 3')).toBeVisible();
  await page.getByLabel('Knee').check();
  await page.getByLabel('7', { exact: true }).check();
  await expect(page.getByLabel('What helped, and what did not?')).toBeHidden();
  await page.getByLabel('Yes', { exact: true }).check();
  await page.getByLabel('What helped, and what did not?').fill('Shorter steps');
  const shoes = page.getByLabel('The soles of your running shoes');
  await shoes.setInputFiles({ name: 'notes.txt', mimeType: 'image/png', buffer: Buffer.from('?') });
  await next(page).click();
  await expect(page.getByText('Files of this type can’t be sent here.')).toBeVisible();
  await shoes.setInputFiles({ name: 'soles.png', mimeType: 'image/png', buffer: onePixel });
  await next(page).click();
  await expect(page.getByText('Part 3 of 3')).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByRole('button', { name: 'Remove soles.png' })).toBeVisible();
  await expectClean(page);

  // A reload loses nothing, nor does the way back.
  await page.reload();
  await expect(page.getByLabel('What helped, and what did not?')).toHaveValue('Shorter steps');
  await expect(page.getByRole('button', { name: 'Remove soles.png' })).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByLabel('How many miles do you run in a week?')).toHaveValue('12');
  await next(page).click();
  await expect(page.getByText('Part 2 of 3')).toBeVisible();
  await next(page).click();
  await expect(page.getByText('Part 3 of 3')).toBeVisible();

  await page.getByRole('radio', { name: '5', exact: true }).check();
  await page.getByLabel('Your name').fill('Ida Ferry');
  await page.getByLabel('Email', { exact: true }).fill('ida.ferry@example.org');
  await page.getByRole('button', { name: 'Send my answers' }).click();
  await expect(page.getByRole('heading', { name: 'Thank you, Ida.' })).toBeVisible();

  // The file is with the answers, to be saved by whoever is signed in.
  const desk = await signedIn(browser, '/fernhill-physio/people?find=ida');
  await desk.getByRole('link', { name: 'Ida Ferry' }).first().click();
  const [saved] = await Promise.all([
    desk.waitForEvent('download'),
    desk.getByRole('link', { name: 'soles.png' }).click(),
  ]);
  expect(saved.suggestedFilename()).toBe('soles.png');

  // The way back shows what was sent; whoever opens the page anew may be somebody else.
  await page.goBack();
  await expect(page.getByLabel('Your name')).toHaveValue('Ida Ferry');
  await page.goto(survey);
  await expect(page.getByText('Part 1 of 2')).toBeVisible();
  await expect(page.getByLabel('How many miles do you run in a week?')).toHaveValue('');
});

test('without script all parts are one page, and the same rules hold', async ({ browser }) => {
  const context = await browser.newContext({ ...phone, javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(survey);
  await page.getByLabel('How many miles do you run in a week?').fill('8');
  await page.getByLabel('Nothing').check();
  await page.getByLabel('4', { exact: true }).last().check();
  await page.getByLabel('Your name').fill('Noor Whitlock');
  await page.getByLabel('Email', { exact: true }).fill('noor.whitlock@example.org');
  await page.getByRole('button', { name: 'Send my answers' }).click();
  await expect(page.getByRole('heading', { name: 'Thank you, Noor.' })).toBeVisible();
});
