import { expect, test } from '@playwright/test';
import { origin, searchPostRoom, signedIn } from './helpers.ts';

test('a person answers by email and by text, and is answered from the inbox', async ({ browser }, {
  retry,
}) => {
  const app = await signedIn(browser, '/quayside-dental/messages/post-room');
  const ask = async <Answer>(path: string) =>
    (await (await app.request.get(`${origin}/api/${path}`)).json()) as Answer;
  const { clients } = await ask<{ clients: { id: string; slug: string }[] }>('clients');
  const { id } = clients.find(({ slug }) => slug === 'quayside-dental')!;
  const { messages } = await ask<{
    messages: { to: string; subject: string; personId: string | null }[];
  }>(`clients/${id}/messages?kind=email&state=sent&limit=200`);
  // Somebody of the demo's past who has not answered yet, another at each try.
  const mailed = messages.filter(({ personId }) => personId !== null).slice(60 + 20 * retry);
  const { to: email, subject, personId } = mailed[0]!;
  const { firstName } = await ask<{ firstName: string }>(`people/${personId}`);
  const mail = async (words: string | RegExp) => {
    await expect(async () => {
      await app.goto(`${origin}/quayside-dental/messages/post-room`);
      const rows = await searchPostRoom(app, email);
      await rows.filter({ hasText: words }).first().getByRole('link').click({ timeout: 2000 });
    }).toPass();
  };
  await mail(subject);
  await app.getByLabel('Answer as this person').fill('Is there parking near the quay?');
  await app.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(app.getByText('Sent, as the person would.')).toBeVisible();

  await app.goto(`${origin}/quayside-dental/messages`);
  await app
    .getByRole('link', { name: new RegExp(`^${firstName}`) })
    .first()
    .click();
  const conversation = app.getByRole('region', { name: 'What was written' });
  await expect(conversation.getByText('Is there parking near the quay?')).toBeVisible();
  await expect(app.getByLabel('Subject')).toHaveValue(`Re: ${subject}`);
  await app.getByLabel('Your answer').fill('Two places behind the house are ours.');
  await app.keyboard.press('Control+Enter');
  await expect(conversation.getByText('Two places behind the house are ours.')).toBeVisible();
  await expect(app.getByLabel('Your answer')).toHaveValue('');
  await mail(`Re: ${subject}`);
  await expect(app.frameLocator('article iframe').getByText('Two places behind')).toBeVisible();

  // They say stop by email: that ends mail, and what they ask afterwards is answered all the same.
  await app.getByLabel('Answer as this person').fill('Unsubscribe');
  await app.getByRole('button', { name: 'Send', exact: true }).click();
  await expect(app.getByText('Sent, as the person would.')).toBeVisible();
  await app.goto(`${origin}/quayside-dental/messages`);
  await app
    .getByRole('link', { name: new RegExp(`^${firstName}`) })
    .first()
    .click();
  await expect(conversation.getByText('Asked for no more')).toBeVisible();
  await expect(app.getByText('They can’t be answered by email')).toBeVisible();
  await app.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(app.getByText('Closed.')).toBeVisible();
});
