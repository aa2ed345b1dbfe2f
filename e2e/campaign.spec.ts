import { expect, test } from '@playwright/test';
import { openPath, origin, phone, searchPostRoom, sendForm, signedIn, site } from './helpers.ts';

const visitors = /visitors\s*(\d+)/;
const leadsShown = /leads\s*(\d+)/;

test('a lead goes from the page to a followed-up person', async ({ browser }, { retry }) => {
  // Somebody new at each try: anyone who wrote before is no lead any more.
  const mailbox = `marguerite.sol${retry}@example.com`;
  const app = await signedIn(browser, '/quayside-dental/funnels');
  await openPath(app);
  const first = app.getByRole('region', { name: 'Step 1, First visit' });
  await expect(first.getByText('Tag first-visit')).toBeVisible();
  await expect(first.getByText('Start Gentle welcome')).toBeVisible();
  await expect(first.getByText('Notify desk@quayside-dental.test')).toBeVisible();
  await expect(app.getByText('continue via').first()).toBeVisible();
  await expect(
    app.frameLocator('iframe').first().getByRole('heading', { name: 'Dread the dentist?' }),
  ).toBeVisible();
  const before = Number(visitors.exec(await first.innerText())![1]);
  const leads = Number(leadsShown.exec(await first.innerText())![1]);

  const visitor = await (await browser.newContext(phone)).newPage();
  await visitor.goto(`${site}/first-visit`);
  await sendForm(visitor, {
    name: 'Marguerite Sól',
    email: mailbox.replace('marguerite.sol', 'Marguerite.Sol'),
  });
  await expect(visitor).toHaveURL(`${site}/first-visit-time`);
  await expect(
    visitor.getByRole('heading', { name: 'When would you like to come, Marguerite?' }),
  ).toBeVisible();
  await visitor.goto(`${site}/first-visit`);
  await sendForm(visitor, {
    name: 'Marguerite Sól',
    email: ` ${mailbox.replace('.com', '.COM')} `,
  });
  await expect(visitor).toHaveURL(`${site}/first-visit-time`);

  // One visitor and one lead more, though the person wrote twice.
  await expect(async () => {
    await app.reload();
    await expect(first).toBeVisible();
    const shown = await first.innerText();
    expect([Number(visitors.exec(shown)![1]), Number(leadsShown.exec(shown)![1])]).toEqual([
      before + 1,
      leads + 1,
    ]);
  }).toPass({ timeout: 90_000 });

  await app.goto(`${origin}/quayside-dental/people`);
  await expect(app.getByRole('combobox', { name: /^Find people/ })).toBeVisible();
  await app.keyboard.press('/');
  await app.keyboard.type(mailbox);
  await expect(app.getByRole('row')).toHaveCount(2);
  await app.getByRole('link', { name: 'Marguerite Sól' }).click();
  const record = app.getByRole('complementary', { name: 'Person' });
  await expect(record.getByText('2 submissions')).toBeVisible();
  await expect(record.getByText('first-visit', { exact: true })).toBeVisible();
  await expect(record.getByText('Needles').first()).toBeVisible();
  await expect(record.getByText('Sent email “Your place is saved, Marguerite”')).toBeVisible();
  await expect(record.getByText('Email “What the half hour feels like”')).toBeVisible();

  await app.goto(`${origin}/quayside-dental/messages/post-room`);
  await searchPostRoom(app, mailbox);
  await app.getByRole('link', { name: 'Your place is saved, Marguerite' }).click();
  await expect(
    app.frameLocator('article iframe').getByText('You told us what worries you most: needles.'),
  ).toBeVisible();
  await searchPostRoom(app, 'New lead: Marguerite Sól');
  await app.getByRole('link', { name: 'New lead: Marguerite Sól' }).first().click();
  await expect(
    app.frameLocator('article iframe').getByText('What worries you most?: Needles'),
  ).toBeVisible();

  await app.getByRole('button', { name: 'Demo clock' }).click();
  await app.getByRole('menuitem', { name: 'One day ahead' }).click();
  await expect(app.getByText('It is now Fri, Nov 6')).toBeVisible();
  await searchPostRoom(app, mailbox);
  await expect(app.getByRole('link', { name: 'What the half hour feels like' })).toHaveCount(1);
});

test('the words of a sequence change, and the next message goes out in them', async ({
  browser,
}) => {
  const app = await signedIn(browser, '/quayside-dental/follow-up');
  await app.getByRole('link', { name: 'Gentle welcome' }).click();
  await app.getByRole('button', { name: /^Email “Your place is saved/ }).click();
  await app.getByRole('button', { name: 'Write the email' }).click();
  await app.getByLabel('Subject').fill('We kept it for you, {{ person.first_name');
  await expect(app.getByText(/A merge field can't be read/).first()).toBeVisible();
  await app.getByLabel('Subject').fill('We kept it for you, {{ person.first_name }}');
  await expect(app.getByText('We kept it for you, Ana').first()).toBeVisible();
  await app.getByRole('button', { name: 'Done' }).click();
  await expect(app.getByText('We kept it for you, Ana').first()).toBeVisible();
  await app.getByRole('button', { name: 'Apply', exact: true }).click();
  await expect(app.getByText('Applied. Sent messages stay as they are')).toBeVisible();

  const visitor = await browser.newPage();
  await visitor.goto(`${site}/first-visit`);
  await sendForm(visitor, { name: 'Piet Weir', email: 'piet.weir@example.org' });
  await expect(visitor).toHaveURL(`${site}/first-visit-time`);
  await app.goto(`${origin}/quayside-dental/messages/post-room`);
  await searchPostRoom(app, 'piet.weir');
  await expect(app.getByRole('link', { name: 'We kept it for you, Piet' })).toBeVisible();
});

test('the front desk finds its people on a phone and can call them', async ({ browser }) => {
  const app = await signedIn(browser, '/', 'desk@quayside-dental.test');
  await app.setViewportSize(phone.viewport);
  await expect(app).toHaveURL(/quayside-dental\/today/);
  await expect(app.getByRole('navigation', { name: 'Places' }).getByRole('link')).toHaveText([
    'Today',
    'People',
    'Bookings',
    /^Messages/,
  ]);
  await app.getByRole('link', { name: 'People' }).click();
  await app.getByRole('row').nth(1).getByRole('link').first().click();
  await expect(app.getByRole('link', { name: /^Call \(207\) 555-01/ })).toHaveAttribute(
    'href',
    /^tel:20755501\d\d$/,
  );
  expect(await app.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
