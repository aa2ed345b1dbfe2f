import { expect, test } from '@playwright/test';
import { expectClean } from './expect-clean.ts';
import { origin, searchPostRoom, signedIn } from './helpers.ts';

test('a ready follow-up is taken for a new evening, and moving the evening tells whoever is signed up', async ({
  browser,
}) => {
  const client = '/stonecroft-paving';
  const app = await signedIn(browser, `${client}/follow-up`, 'owner@tallow-thyme.test');
  await app.getByRole('link', { name: 'Start from a template' }).click();
  await app.getByRole('button', { name: /^Event with reminders/ }).click();
  const needs = app.getByRole('complementary', { name: 'What it needs' });
  await expect(needs.getByText('Choose the event first.')).toBeVisible();
  await expect(app.getByTitle('The email “Your event: four days to go”')).toBeVisible();
  await needs.getByRole('button', { name: 'Add an event' }).click();
  const dialog = app.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Winter stone evening');
  await dialog.getByRole('button', { name: 'Add event' }).click();
  await expect(app.getByTitle('The email “Winter stone evening: four days to go”')).toBeVisible();
  await expectClean(app);
  await needs.getByRole('button', { name: 'Use this follow-up' }).click();
  await expect(app.getByRole('heading', { name: 'Event with reminders' })).toBeVisible();
  await expect(app.getByText('Before Winter stone evening')).toBeVisible();

  await app.goto(`${origin}${client}/bookings`);
  await app.getByRole('button', { name: 'Add a booking' }).click();
  const booking = app.getByRole('dialog');
  const calendar = booking.getByLabel('Calendar', { exact: true });
  if (await calendar.isVisible()) await calendar.selectOption({ label: 'Winter stone evening' });
  await booking.getByRole('button', { name: /6:30 PM$/ }).click();
  await booking.getByLabel('Name').fill('Evander Sill');
  await booking.getByLabel('Email').fill('evander.sill@example.com');
  await booking.getByRole('button', { name: /^Book / }).click();
  await expect(app.getByText(/^Booked: /).first()).toBeVisible();

  await app.getByRole('link', { name: 'Winter stone evening' }).first().click();
  await expect(app.getByText('1 of 24 seats')).toBeVisible();
  const begins = app.getByLabel('Begins');
  await begins.fill((await begins.inputValue()).replace('18:30', '19:15'));
  await expect(app.getByText(/^1 person is signed up\./)).toBeVisible();
  await expectClean(app);
  await app.getByRole('button', { name: 'Apply', exact: true }).click();
  await expect(app.getByText('Applied.').first()).toBeVisible();
  await app.getByRole('button', { name: /^Show who is signed up/ }).click();
  await expect(app.getByRole('link', { name: 'Evander Sill' })).toBeVisible();

  await app.goto(`${origin}${client}/messages/post-room`);
  const rows = await searchPostRoom(app, 'evander.sill@example.com');
  await expect(rows.filter({ hasText: /New time: .* at 7:15 PM/ })).toHaveCount(1);
  await expect(rows.filter({ hasText: 'Your seat: Winter stone evening' })).toHaveCount(1);
});
