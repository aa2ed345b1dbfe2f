import { expect, test } from '@playwright/test';
import { expectClean } from './expect-clean.ts';
import { origin, physio, searchPostRoom, signedIn } from './helpers.ts';

test('two dentists, one of whom is away by his own calendar', async ({ browser }) => {
  const app = await signedIn(browser, '/quayside-dental/bookings/staff');
  await app.getByRole('link', { name: /^Dr\. Tom Aldous/ }).click();
  await expect(app.getByText('calendars.port-alder.test')).toBeVisible();
  await app.getByLabel('Address of a calendar').fill('https://ledgeline-roofing.test/');
  await app.getByRole('button', { name: 'Read it' }).click();
  await expect(app.getByText(/^This is not a calendar file\./)).toBeVisible();
  await expectClean(app);

  await app.goto(`${origin}/quayside-dental/bookings`);
  await app.getByRole('button', { name: 'Add a booking' }).click();
  const dialog = app.getByRole('dialog');
  await dialog.getByLabel('Calendar').selectOption({ label: 'Hygiene visit' });
  // Fridays his calendar says that he lectures until one, and she has Fridays off.
  const friday = dialog.getByRole('button', { name: /^Fri, / });
  await expect(friday.first()).toBeVisible();
  await expect(dialog.getByRole('button', { name: /^Fri, .* AM$/ })).toHaveCount(0);
  await dialog.getByLabel('With').selectOption({ label: 'Dr. Ines Rook' });
  await expect(friday).toHaveCount(0);
  await dialog
    .getByRole('button', { name: /^Tue, / })
    .first()
    .click();
  await dialog.getByLabel('Name').fill('Thessaly Marrow');
  await dialog.getByLabel('How long is it since your last visit?').selectOption('Longer');
  await dialog.getByRole('button', { name: /^Book / }).click();
  await app.getByRole('button', { name: 'Show' }).click();
  const booking = app.getByRole('complementary', { name: 'Booking' });
  await expect(booking.getByLabel('With')).toContainText('Dr. Ines Rook');
  await booking.getByRole('button', { name: 'Note a deposit' }).click();
  await booking.getByLabel(/^Deposit received/).fill('25');
  await booking.getByRole('button', { name: 'Note it' }).click();
  await expect(booking.getByText('$25.00')).toBeVisible();
  await expectClean(app);

  await app.getByRole('link', { name: 'Day list' }).click();
  await expect(app.getByRole('row', { name: /Thessaly Marrow/ })).toContainText('Longer');
  await expectClean(app);
  await app.goto(`${origin}/quayside-dental/bookings?view=month`);
  await app.getByLabel('Show bookings with').selectOption({ label: 'Dr. Ines Rook' });
  await expect(app.getByRole('button', { name: /Thessaly Marrow/ })).toBeVisible();
  await expectClean(app);
  await app.goto(`${origin}/quayside-dental/bookings/rates`);
  await expect(app.getByText('From lead to first message')).toBeVisible();
  await expectClean(app);
});

test('a seat that is given back goes to who waits for it', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const visitor = await context.newPage();
  await visitor.goto(`${physio}/a-morning-for-your-back`);
  const form = visitor.locator('form[data-calendar]');
  await form.getByText('Join the waiting list').click();
  await form.getByLabel('Your name').fill('Ismene Calloway');
  await form.getByLabel('Mobile').fill('(207) 555-0188');
  await form.getByLabel('Email').fill('ismene.calloway@example.com');
  await form.getByRole('button', { name: 'Keep my seat' }).click();
  await expect(visitor).toHaveURL(/thank-you/);

  const app = await signedIn(browser, '/fernhill-physio/bookings');
  await app.getByRole('link', { name: 'A morning for your back' }).first().click();
  await expect(app.getByRole('link', { name: 'Ismene Calloway' })).toBeVisible();
  await expectClean(app);
  await app.getByRole('button', { name: /^Show who is signed up/ }).click();
  await app.getByRole('list').getByRole('link').filter({ hasNotText: 'Ismene' }).first().click();
  const booking = app.getByRole('complementary', { name: 'Booking' });
  await booking.getByRole('button', { name: 'Cancel booking' }).click();
  await expect(app.getByText('Canceled. They get a message.').first()).toBeVisible();

  await app.goto(`${origin}/fernhill-physio/messages/post-room`);
  const rows = await searchPostRoom(app, 'ismene.calloway@example.com');
  await expect(rows.filter({ hasText: 'A seat is free' })).toHaveCount(1);
  await rows.filter({ hasText: 'A seat is free' }).first().click();
  const href = await app
    .frameLocator('iframe')
    .first()
    .locator('a[href*="/~/offer/"]')
    .first()
    .getAttribute('href');
  await visitor.goto(href!);
  await expect(visitor.getByRole('heading', { name: 'A seat is free' })).toBeVisible();
  await expectClean(visitor);
  await visitor.getByRole('button', { name: 'Take the seat' }).click();
  await expect(visitor.getByText('A morning for your back.')).toBeVisible();
  await expect(visitor.getByRole('link', { name: 'Put it in your calendar' })).toBeVisible();
});
