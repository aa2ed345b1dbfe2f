import { expect, test } from '@playwright/test';
import { origin, signedIn, site } from './helpers.ts';

test('the owner invites a marketer for two clients, who sees those alone and a lead as it comes', async ({
  browser,
}) => {
  const owner = await signedIn(browser, '/agency/team', 'owner@tallow-thyme.test');
  await owner.getByRole('button', { name: 'Invite someone' }).click();
  const dialog = owner.getByRole('dialog');
  await dialog.getByLabel('Email').fill('nell@example.com');
  await dialog.getByLabel('Name').fill('Nell Hobday');
  await dialog.getByText('Only these').click();
  await dialog.getByLabel('Quayside Dental').check();
  await dialog.getByLabel('Stonecroft Paving').check();
  await dialog.getByRole('button', { name: 'Send the invitation' }).click();
  await expect(owner.getByText('nell@example.com', { exact: true })).toBeVisible();

  await owner.getByRole('link', { name: 'Mail to the team' }).click();
  const letter = owner.frameLocator('iframe');
  const link = await letter.getByRole('link', { name: 'Choose a password' }).getAttribute('href');
  const nell = await (await browser.newContext()).newPage();
  await nell.goto(link!);
  await nell.getByLabel('A password').fill('a password of her own');
  await nell.getByRole('button', { name: 'Create the account' }).click();
  await expect(nell.getByRole('heading', { name: 'All clients' })).toBeVisible();
  const clients = nell.getByRole('table', { name: 'All clients' }).getByRole('row');
  await expect(clients).toHaveCount(3);
  await nell.goto(`${origin}/fernhill-physio/today`);
  await expect(nell.getByText('Fernhill Physiotherapy')).toHaveCount(0);

  await nell.goto(`${origin}/quayside-dental/today`);
  await expect(nell.getByRole('heading', { name: 'Waiting' })).toBeVisible();
  const visitor = await (await browser.newContext()).newPage();
  await visitor.goto(`${site}/first-visit`);
  await visitor.getByLabel('Your name').fill('Perpetua Lark');
  await visitor.getByLabel('Email').fill('perpetua.lark@example.com');
  await visitor.getByLabel('Mobile').fill('(207) 555-0117');
  await visitor.getByLabel(/What worries you most/).selectOption('Needles');
  // Its button may have other words by now.
  await visitor.getByLabel('Mobile').press('Enter');
  await expect(nell.getByRole('link', { name: 'Perpetua Lark' })).toBeVisible();

  // Let go with a reason, and taken back.
  const lark = nell.getByRole('link', { name: 'Perpetua Lark' });
  const row = nell.getByRole('listitem').filter({ has: lark });
  await row.getByRole('button', { name: 'Let go…' }).click();
  await nell.getByRole('dialog').getByLabel('Why').fill('A test of the form');
  await nell.getByRole('dialog').getByRole('button', { name: 'Let go' }).click();
  await expect(row).toHaveCount(0);
  await nell.getByRole('button', { name: 'Undo' }).click();
  await expect(row).toHaveCount(1);

  await owner.getByRole('link', { name: 'People', exact: true }).click();
  await owner.getByRole('button', { name: 'What to do with Nell Hobday' }).click();
  await owner.getByRole('menuitem', { name: 'Remove…' }).click();
  await owner.getByRole('dialog').getByRole('button', { name: 'Remove' }).click();
  await expect(owner.getByText('nell@example.com')).toHaveCount(0);
  await nell.reload();
  await expect(nell.getByLabel('Password')).toBeVisible();
});
