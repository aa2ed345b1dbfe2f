import { expect, test } from '@playwright/test';
import { expectClean } from './expect-clean.ts';
import { signedIn } from './helpers.ts';

test('a sequence that waits for an answer: two lanes are written, previewed both ways and applied', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/follow-up');
  await app.getByRole('button', { name: 'Add a sequence' }).click();

  await app.getByRole('button', { name: 'Add a step after sign-up' }).click();
  await app.getByLabel('What it does').selectOption('Wait, then go one of two ways');
  await expect(app.getByRole('heading', { name: 'If they answer in time' })).toBeVisible();
  const happened = app.locator('section', { hasText: 'If they answer in time' });
  await happened.getByRole('button', { name: 'Add a step' }).click();
  await app.getByLabel('What it does').last().selectOption('Tag the person');
  await app.getByLabel('Tag', { exact: true }).fill('answered');

  const preview = app.getByRole('complementary', { name: 'Preview' });
  await expect(preview.getByText('Tag answered')).toBeHidden();
  await preview.getByLabel('Here they answer in time').check();
  await expect(preview.getByText('Tag answered')).toBeVisible();
  await expectClean(app);
  await app.getByRole('button', { name: 'Apply' }).click();
  await expect(app.getByText(/^Applied/)).toBeVisible();
  await app.reload();
  await expect(app.getByRole('heading', { name: 'If they answer in time' })).toBeVisible();
});
