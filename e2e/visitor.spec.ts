import { isEmail } from '@plumgate/core/forms';
import { expect, test } from '@playwright/test';
import { origin, phone, site } from './helpers.ts';

for (const script of [true, false]) {
  test(`the form on a phone, ${script ? 'with' : 'without'} script`, async ({ browser }) => {
    const page = await (
      await browser.newContext({ ...phone, javaScriptEnabled: script })
    ).newPage();
    await page.goto(`${site}/first-visit`);
    // The browser's own check is off, as an old one's would be, to reach ours.
    const send = page.locator('form button[type=submit]');
    await page.getByLabel('Your name').fill('Tomás Villar');
    await page.getByLabel('Email').fill('tomas@nowhere_at all');
    await page.getByLabel(/mobile/i).fill('(207) 555-0163');
    if (script) await send.click();
    else {
      const answer = await page.request.post(
        `${site.replace('quayside-dental.localhost', '127.0.0.1')}/first-visit`,
        {
          headers: { host: new URL(site).host },
          form: { name: 'Tomás Villar', email: 'tomas@nowhere_at all', phone: '(207) 555-0163' },
        },
      );
      expect(answer.status()).toBe(422);
      await page.setContent(await answer.text());
    }
    await expect(page.getByText('This does not look like an email address.')).toBeVisible();
    await expect(page.getByLabel('Your name')).toHaveValue('Tomás Villar');
    await expect(page.getByLabel('Email')).toHaveAttribute('aria-invalid', 'true');
    await page.goto(`${site}/first-visit`);
    await page.getByLabel('Your name').fill('Tomás Villar');
    await page.getByLabel('Email').fill(`tomas.${script}@example.org`);
    await page.getByLabel(/mobile/i).fill('(207) 555-0163');
    await send.click();
    await expect(page).toHaveURL(`${site}/first-visit-time`);
    await expect(
      page.getByRole('heading', { name: 'When would you like to come, Tomás?' }),
    ).toBeVisible();
  });
}

test('a line that breaks keeps what was typed, and pressing twice sends once', async ({
  browser,
}) => {
  const page = await (await browser.newContext(phone)).newPage();
  await page.goto(`${site}/first-visit`);
  await page.route('**/first-visit', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  const fill = async () => {
    await page.getByLabel('Your name').fill('Ione Marsh');
    await page.getByLabel('Email').fill('ione@example.org');
    await page.getByLabel(/mobile/i).fill('(207) 555-0163');
  };
  await fill();
  const send = page.locator('form button[type=submit]');
  await send.click();
  await expect(page.getByRole('alert')).toContainText('Your answers are still here');
  await expect(page.getByLabel('Your name')).toHaveValue('Ione Marsh');
  await page.unroute('**/first-visit');
  let posts = 0;
  page.on('request', (request) => (posts += request.method() === 'POST' ? 1 : 0));
  await send.dblclick();
  await expect(page).toHaveURL(`${site}/first-visit-time`);
  expect(posts).toBe(1);
});

/** 150 ms to the server and 1.6 Mbit/s, as on a phone out of town. */
const slowLine = {
  offline: false,
  latency: 150,
  downloadThroughput: (1.6 * 1024 * 1024) / 8,
  uploadThroughput: (0.75 * 1024 * 1024) / 8,
};

for (const [line, conditions] of [
  ['a quick line', null],
  ['a slow line', slowLine],
] as const)
  test(`over ${line} nothing moves while the page loads, it is in its own type, and no wider than the phone`, async ({
    browser,
  }) => {
    const page = await (await browser.newContext(phone)).newPage();
    if (conditions) {
      const devtools = await page.context().newCDPSession(page);
      await devtools.send('Network.enable');
      await devtools.send('Network.emulateNetworkConditions', conditions);
    }
    await page.addInitScript(() => {
      (window as never as { moved: number }).moved = 0;
      new PerformanceObserver((list) => {
        for (const entry of list.getEntries())
          (window as never as { moved: number }).moved += (
            entry as never as { value: number }
          ).value;
      }).observe({ type: 'layout-shift', buffered: true });
    });
    await page.goto(`${site}/first-visit`, { waitUntil: 'networkidle' });
    expect(await page.evaluate(() => (window as never as { moved: number }).moved)).toBe(0);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const shown = await page.evaluate(() =>
      ['Fraunces', 'Figtree'].map((family) => document.fonts.check(`1em "${family}"`)),
    );
    expect(shown).toEqual([true, true]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(
      390,
    );
  });

test('an email address with a misspelled host can be put right by one press', async ({
  browser,
}) => {
  const page = await (await browser.newContext(phone)).newPage();
  await page.goto(`${site}/first-visit`);
  await page.getByLabel('Email').fill('ione.marsh@gmial.com');
  await page.getByLabel('Your name').focus();
  await page.getByRole('button', { name: 'Did you mean ione.marsh@gmail.com?' }).click();
  await expect(page.getByLabel('Email')).toHaveValue('ione.marsh@gmail.com');
  await expect(page.getByText('Did you mean')).toHaveCount(0);
});

test('our rule for email addresses is the browser’s own, and that their host has a dot', async ({
  page,
}) => {
  // Checked against Chromium's implementation of the HTML standard's rule.
  const addresses = [
    'ana@example.com',
    'a@b',
    "o'hara+tag@mail.example.org",
    'ana@-example.com',
    'ana@example-.com',
    'ana@exa_mple.com',
    'ana@example..com',
    'an a@example.com',
    '@example.com',
    'ana@',
    `ana@${'x'.repeat(64)}.com`,
    `ana@${'x'.repeat(63)}.com`,
    'ana.@example.com',
    '.ana@example.com',
    'ana"x@example.com',
    'ana@[127.0.0.1]',
    'ana@example.com.',
  ];
  await page.goto('about:blank');
  const verdicts = await page.evaluate((all) => {
    const input = Object.assign(document.createElement('input'), { type: 'email' });
    return all.map((address) => {
      input.value = address;
      return input.validity.valid;
    });
  }, addresses);
  // But for a host without a dot, which only mail within one network has.
  const hasDot = (address: string) => /@.*\./.test(address);
  expect(addresses.map(isEmail)).toEqual(
    verdicts.map((isValid, index) => isValid && hasDot(addresses[index]!)),
  );
});

test('before and after: the keys draw between the two pictures', async ({ page }) => {
  await page.goto(`${origin.replace('//', '//stonecroft-paving.')}/free-driveway-survey`);
  const handle = page.getByRole('slider', { name: 'Before / After' });
  await handle.focus();
  const shown = () =>
    page.locator('.is-after').evaluate((after) => getComputedStyle(after).clipPath);
  expect(await shown()).toContain('50%');
  await page.keyboard.press('Home');
  await expect.poll(shown).toContain('0%');
  await page.keyboard.press('End');
  await expect.poll(shown).toContain('100%');
});
