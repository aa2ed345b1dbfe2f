import { expect, test } from '@playwright/test';
import { origin, phone, searchPostRoom, sendForm, signedIn, site } from './helpers.ts';

test('a person answers by email and by text, and is answered from the inbox', async ({ browser }, {
  retry,
}) => {
  const email = `odile.${retry}.${Date.now()}@example.org`;
  const mobile = `(207) 555-01${60 + retry}`;
  const visitor = await (await browser.newContext(phone)).newPage();
  await visitor.goto(`${site}/first-visit`);
  await sendForm(visitor, { name: 'Odile Marrow', email, phone: mobile });
  await visitor.waitForURL(/first-visit-time/);
  const app = await signedIn(browser, '/quayside-dental/messages/post-room');
  const mail = async (words: string | RegExp) => {
    await expect(async () => {
      await app.goto(`${origin}/quayside-dental/messages/post-room`);
      const rows = await searchPostRoom(app, email);
      await rows.filter({ hasText: words }).first().getByRole('link').click({ timeout: 2000 });
    }).toPass();
  };
  await mail(/Your place is saved/);
  await app.getByLabel('Answer as this person').fill('Is there parking near the quay?');
  await app.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(app.getByText('Sent, as the person would.')).toBeVisible();

  await app.goto(`${origin}/quayside-dental/messages`);
  await app
    .getByRole('link', { name: /^Odile Marrow/ })
    .first()
    .click();
  const conversation = app.getByRole('region', { name: 'What was written' });
  await expect(conversation.getByText('Is there parking near the quay?')).toBeVisible();
  await expect(app.getByLabel('Subject')).toHaveValue(/^Re: Your place is saved/);
  await app.getByLabel('Your answer').fill('Two places behind the house are ours.');
  await app.keyboard.press('Control+Enter');
  await expect(conversation.getByText('Two places behind the house are ours.')).toBeVisible();
  await expect(app.getByLabel('Your answer')).toHaveValue('');
  await mail(/Re: Your place is saved/);
  await expect(app.frameLocator('article iframe').getByText('Two places behind')).toBeVisible();

  // They say stop by email: that ends mail, and what they ask afterwards is answered all the same.
  await app.getByLabel('Answer as this person').fill('Unsubscribe');
  await app.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(app.getByText('Sent, as the person would.')).toBeVisible();
  await app.goto(`${origin}/quayside-dental/messages`);
  await app
    .getByRole('link', { name: /^Odile Marrow/ })
    .first()
    .click();
  await expect(conversation.getByText('Asked for no more')).toBeVisible();
  await expect(app.getByText('They can’t be answered by email')).toBeVisible();
  await app.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(app.getByText('Closed.')).toBeVisible();
});
