import { expect, test, type Locator, type Page } from '@playwright/test';
import { atFunnels } from './builder.ts';
import { origin } from './helpers.ts';

const siteOf = (client: string) => origin.replace('//', `//${client}.`);
const step = (app: Page, number: number, name: string): Locator =>
  app.getByRole('region', { name: `Step ${number}, ${name}` });
/** What the launch check says of the whole funnel. */
async function launchCheck(app: Page): Promise<Locator> {
  await app.getByRole('button', { name: /^Launch check/ }).click();
  const check = app.getByRole('dialog', { name: 'Launch check' });
  await expect(check).toBeVisible();
  return check;
}

test('a three-step funnel from nothing: wired, checked, published, tested, given another address, copied and launched elsewhere', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'stonecroft-paving');
  await app.getByRole('link', { name: 'New funnel' }).click();
  await app.getByRole('button', { name: /^Blank/ }).click();
  await app.getByLabel('Name of the new funnel').fill('Winter drains');
  await app.getByRole('button', { name: 'Create funnel' }).click();
  await expect(step(app, 1, 'Winter drains')).toBeVisible();

  // A step between the two, which nothing leads on from until a wire is drawn.
  await app.getByRole('button', { name: 'Add a step after Winter drains' }).click();
  await app.getByLabel('Name', { exact: true }).fill('What to expect');
  await app.getByRole('dialog').getByRole('button', { name: 'Add the step' }).click();
  await expect(step(app, 2, 'What to expect')).toBeVisible();
  await expect(app.getByText('Nothing leads on from here.')).toBeVisible();
  let check = await launchCheck(app);
  await expect(check.getByText('Nothing leads on from this page.')).toBeVisible();
  await app.keyboard.press('Escape');
  await app.getByRole('button', { name: /^Publish 3 steps/ }).click();
  await expect(app.getByText(/What to expect: Nothing leads on/)).toBeVisible();

  await app.getByRole('button', { name: 'Where What to expect leads, and how' }).click();
  await app.getByRole('button', { name: 'Connect' }).click();
  await expect(app.getByText('Nothing leads on from here.')).toHaveCount(0);

  // The check empties itself as what it names is mended where it leads.
  check = await launchCheck(app);
  await expect(check.getByText('Nothing leads on from this page.')).toHaveCount(0);
  const descriptions = check.getByText('The page has no description.');
  const before = await descriptions.count();
  await check.getByRole('button', { name: 'Page settings' }).first().click();
  await app.getByLabel('Description').fill('Drains that last the winter, looked at for nothing.');
  await expect(app.getByText('Saved', { exact: true })).toBeVisible();
  await app.getByRole('link', { name: '← Path' }).click();
  check = await launchCheck(app);
  await expect(descriptions).toHaveCount(before - 1);
  await app.keyboard.press('Escape');

  await app.getByRole('button', { name: /^Publish 3 steps/ }).click();
  await expect(app.getByText('Published 3 steps.', { exact: false })).toBeVisible();
  await expect(app.getByText('Up to date')).toBeVisible();

  await app.getByRole('button', { name: 'Test run' }).click();
  await app.getByRole('button', { name: 'Start' }).click();
  await expect(app.getByText(/The path works: \d+ things done, nothing left behind/)).toBeVisible();
  await app.keyboard.press('Escape');

  // Another address; the old one leads to it, with all that was asked.
  await app.getByRole('link', { name: 'Edit Winter drains' }).click();
  await app.getByLabel('Page address').fill('drains-for-winter');
  await app.getByRole('button', { name: 'Change the address' }).click();
  await expect(
    app.getByText('The earlier address leads here from now on.', { exact: false }),
  ).toBeVisible();
  const visitor = await browser.newPage();
  await visitor.goto(`${siteOf('stonecroft-paving')}/winter-drains?utm_source=poster`);
  await expect(visitor).toHaveURL(/\/drains-for-winter\?utm_source=poster$/);

  // The same funnel for a client who has nothing yet.
  await app.getByRole('link', { name: '← Path' }).click();
  await app.getByRole('button', { name: 'Actions for the funnel' }).click();
  await app.getByRole('menuitem', { name: 'Copy the funnel…' }).click();
  await app.getByLabel('For', { exact: true }).selectOption({ label: 'Alder Grove Dental' });
  await app.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(app).toHaveURL(/alder-grove-dental\/funnels\//);
  await app.getByRole('button', { name: /^Publish 3 steps/ }).click();
  await expect(app.getByText('Published 3 steps.', { exact: false })).toBeVisible();
  await visitor.goto(`${siteOf('alder-grove-dental')}/winter-drains`);
  await expect(visitor.getByRole('heading', { level: 1 })).toBeVisible();
  await visitor.close();
});

test('steps are moved by pointer and by keys, deleted and brought back; a wire is dragged to another step', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'stonecroft-paving');
  await app.getByRole('link', { name: 'New funnel' }).click();
  await app.getByRole('button', { name: /^Blank/ }).click();
  await app.getByLabel('Name of the new funnel').fill('Moved about');
  await app.getByRole('button', { name: 'Create funnel' }).click();
  await app.getByRole('button', { name: 'Add a step after Moved about' }).click();
  await app.getByLabel('Name', { exact: true }).fill('Between');
  await app.getByRole('dialog').getByRole('button', { name: 'Add the step' }).click();
  await expect(step(app, 2, 'Between')).toBeVisible();

  await app.getByRole('button', { name: 'Move step 2, Between' }).focus();
  await app.keyboard.press('Space');
  // The arrows are listened to only once it is picked up, which is said.
  await expect(app.getByText('Between would be step 2.')).toBeAttached();
  await app.keyboard.press('ArrowRight');
  await expect(app.getByText('Between would be step 3.')).toBeAttached();
  await app.keyboard.press('Space');
  await expect(step(app, 3, 'Between')).toBeVisible();
  await undo(app, 'Between is step 3 now');
  await expect(step(app, 2, 'Between')).toBeVisible();

  const grip = app.getByRole('button', { name: 'Move step 2, Between' });
  await pull(app, grip, step(app, 3, 'Thank you'));
  await expect(step(app, 3, 'Between')).toBeVisible();

  await pull(
    app,
    app.getByRole('button', { name: 'Where Moved about leads, and how' }),
    step(app, 3, 'Between'),
  );
  await expect(app.getByText('to 3 · Between')).toBeVisible();

  await app.getByRole('button', { name: 'Actions for Between' }).click();
  await app.getByRole('menuitem', { name: 'Delete it' }).click();
  await expect(step(app, 3, 'Between')).toHaveCount(0);
  await undo(app, '“Between” is in the bin');
  await expect(step(app, 3, 'Between')).toBeVisible();
});

/** Presses Undo on what says something. */
const undo = (app: Page, said: string) =>
  app
    .locator('[data-sonner-toast]')
    .filter({ hasText: said })
    .getByRole('button', { name: 'Undo' })
    .click();

/** Drags from the middle of one thing to the middle of another, in steps as a hand does. */
async function pull(app: Page, from: Locator, to: Locator): Promise<void> {
  const middle = async (of: Locator) => {
    const box = (await of.boundingBox())!;
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [start, end] = [await middle(from), await middle(to)];
  await app.mouse.move(start.x, start.y);
  await app.mouse.down();
  await app.mouse.move(start.x + 12, start.y, { steps: 3 });
  await app.mouse.move(end.x, end.y, { steps: 12 });
  await app.mouse.move(end.x + 4, end.y, { steps: 2 });
  await app.mouse.up();
}

test('a client looks at the drafts by an approval link, on a phone, and says what to change', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'fernhill-physio');
  await app.getByRole('list', { name: 'Funnels' }).getByRole('link').first().click();
  await app.getByRole('button', { name: 'Share', exact: true }).click();
  await app.getByRole('button', { name: 'Create approval link' }).click();
  const href = await app.getByText('/~/approval/').innerText();
  const guest = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await guest.goto(href);
  const draft = guest.frameLocator('iframe');
  await draft.getByRole('heading', { level: 1 }).click();
  await expect(guest.getByText('About the place you pressed')).toBeVisible();
  await guest.getByLabel('Your remark').fill('Please say where we meet.');
  await guest.getByRole('button', { name: 'Send the remark' }).click();
  await expect(guest.getByText('Please say who you are.')).toBeVisible();
  await expect(guest.getByLabel('Your remark')).toHaveValue('Please say where we meet.');
  await guest.getByLabel('Your name').fill('Ines');
  await guest.getByRole('button', { name: 'Send the remark' }).click();
  await expect(guest.getByRole('list', { name: 'Remarks' })).toContainText(
    'Please say where we meet.',
  );
  expect(await guest.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await guest.getByLabel('Your name').fill('Ines');
  await guest.getByRole('button', { name: 'Approve as is' }).click();
  await expect(guest.getByText(/^Ines approved it on/)).toBeVisible();
  await guest.close();
  await app.reload();
  await app.getByRole('button', { name: 'Share', exact: true }).click();
  await expect(app.getByText('Approved by Ines')).toBeVisible();
  await expect(app.getByText('Please say where we meet.')).toBeVisible();
});

test('a host of the client’s own is right once its record stands at the DNS host', async ({
  browser,
}) => {
  const app = await atFunnels(browser, 'marram-coast-homes');
  await app.getByRole('link', { name: 'Settings' }).click();
  await app.getByRole('link', { name: 'Domains' }).click();
  await app.getByLabel('Own domain').fill('*.marram-coast.test');
  await expect(app.getByText('a wildcard can’t be verified', { exact: false })).toBeVisible();
  await app.getByLabel('Own domain').fill('homes.marram-coast.test');
  await app.getByRole('button', { name: 'Add domain' }).click();
  const domain = app.getByRole('region', { name: 'homes.marram-coast.test' });
  await expect(domain.getByText('Waiting for its record')).toBeVisible();
  await expect(domain.getByText('Nothing', { exact: true })).toBeVisible();
  await app.getByRole('link', { name: 'DNS host (stand-in)' }).click();
  await app.getByLabel('Name').fill('homes.marram-coast.test');
  await app.getByLabel('Value').fill('marram-coast-homes.pages.plumgate.test');
  await app.getByRole('button', { name: 'Add the record' }).click();
  await expect(
    app.getByRole('cell', { name: 'homes.marram-coast.test', exact: true }),
  ).toBeVisible();
  await app.getByRole('link', { name: 'Domains' }).click();
  await domain.getByRole('button', { name: 'Check again' }).click();
  await expect(domain.getByText('Right', { exact: true })).toBeVisible();
});
