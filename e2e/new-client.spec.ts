import { expect, test } from '@playwright/test';
import { builderOf } from './builder.ts';
import { origin, signedIn } from './helpers.ts';

/** What is typed on the fact sheet of somebody new. */
const facts = {
  Trade: 'Roofer',
  Phone: '(207) 555-0188',
  Email: 'yard@gannet-roofing.test',
  Street: '5 Slate Lane',
  Town: 'Port Alder',
  'State or region': 'ME',
  'ZIP or postal code': '04099',
  'Opening hours, in words': 'Monday to Friday 9 to 5',
  'License or registration': 'ME roofer 3314',
  'Areas served': 'Port Alder\nGannet Head\nSaltmarsh',
};
const prices = [
  ['Architectural shingle', 'Thirty years, any pitch.', '$6 to $9'],
  ['Standing-seam metal', 'Sheds snow, lasts fifty.', '$14 to $19'],
  ['Repair', 'Flashing, vents, a few squares.', 'from $380'],
] as const;

test('a roofer nobody knew: client, facts and a funnel of three steps, live in sixty actions', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const app = await signedIn(browser, '/quayside-dental/today');
  const { settings, wide, phone } = builderOf(app);
  let actions = 0;
  const act = async (does: () => Promise<unknown>) => {
    actions++;
    await does();
  };
  await act(() => app.getByRole('button', { name: /Quayside Dental/ }).click());
  await act(() => app.getByText('Add a client').click());
  await act(() => app.getByLabel('Name', { exact: true }).fill('Gannet Roofing'));
  await act(() =>
    app
      .getByRole('button', { name: /client/i })
      .last()
      .click(),
  );
  await expect(app).toHaveURL(/gannet-roofing/);
  for (const [label, value] of Object.entries(facts))
    await act(() => app.getByLabel(label, { exact: true }).fill(value));
  await act(() => app.getByRole('button', { name: 'Add hours to Monday' }).click());
  await act(() => app.getByRole('button', { name: 'Copy to Tuesday to Friday' }).click());
  await act(() => app.getByRole('button', { name: 'Find the address' }).click());
  await expect(app.getByText('Click the map to move it.')).toBeVisible();
  await expect(app.getByRole('status').first()).toHaveText('Saved');

  await act(() => app.getByRole('link', { name: 'Funnels', exact: true }).click());
  await act(() => app.getByRole('link', { name: 'New funnel' }).first().click());
  await act(() => app.getByRole('button', { name: /^Estimate with a time/ }).click());
  await act(() => app.getByLabel('What the work is called').fill('A new roof'));
  await act(() => app.getByLabel('Name of the new funnel').fill('Roof estimate'));
  await act(() => app.getByRole('button', { name: 'Create funnel' }).click());
  await act(() => app.getByRole('link', { name: 'Edit Roof estimate' }).click());
  await expect(wide.getByText('done right once')).toBeVisible();
  await expect(phone.getByText('done right once')).toBeVisible();
  /** The first of so many findings; once words are saved, there is one less. */
  const showFirst = async (count: number) => {
    await expect(app.getByRole('button', { name: `Launch check ${count}` })).toBeVisible();
    await act(() => app.getByRole('button', { name: /^Launch check/ }).click());
    await act(() => app.getByRole('button', { name: 'Show it' }).first().click());
  };
  await showFirst(5);
  await act(() =>
    settings
      .getByLabel('Checklist, one per line')
      .fill(
        'On your roof within two working days\nThe old shingles go with us\nTen years on leaks',
      ),
  );
  await showFirst(4);
  for (const [row, values] of prices.entries())
    for (const [field, label] of ['What it is', 'Text', 'Price'].entries())
      await act(() => settings.getByLabel(label, { exact: true }).nth(row).fill(values[field]!));
  await showFirst(3);
  await act(() =>
    settings
      .getByLabel('Badges, one per line')
      .fill('{{ client.license }}\nInsured in Maine\nOur own crew'),
  );
  await expect(app.getByText('Saved', { exact: true }).first()).toBeVisible();
  await act(() => app.getByRole('link', { name: /Path/ }).click());
  await act(() =>
    app
      .getByRole('button', { name: /^Publish/ })
      .first()
      .click(),
  );
  await expect(app.getByText(/^Published 3 steps/)).toBeVisible();
  expect(actions).toBeLessThanOrEqual(60);

  const visitor = await browser.newPage();
  await visitor.goto(`${origin.replace('//', '//gannet-roofing.')}/roof-estimate`);
  await expect(visitor.getByText('Architectural shingle')).toBeVisible();
  // What was only an example is not there, and no reviews are promised that nobody wrote.
  await expect(visitor.getByRole('heading', { name: 'The same place, a week apart' })).toHaveCount(
    0,
  );
  await expect(visitor.locator('.reviews')).toHaveCount(0);
});
