/**
 * Takes a picture of each main view from a running demo: `npm run screenshots -- http://localhost:4310 [folder] [name …]`.
 */
import { mkdir } from 'node:fs/promises';
import { chromium } from '@playwright/test';

const [origin = 'http://localhost:4310', folder = 'docs/screenshots', ...only] =
  process.argv.slice(2);
const siteOf = (client) => origin.replace('//', `//${client}.`);
const wide = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };
const client = '/quayside-dental';

const openFirst = (selector) => async (page) => page.locator(selector).first().click();
/** `see` is what has to stand there before the picture is taken. */
const shots = [
  { name: 'board', at: `${client}/people/board`, see: 'text=Quoted' },
  { name: 'all-clients', at: '/agency', see: 'text=Waiting now' },
  { name: 'path', at: `${client}/funnels`, then: openFirst('h2 a'), see: 'text=continue via' },
  {
    name: 'editor',
    at: `${client}/funnels`,
    then: async (page) => {
      await openFirst('h2 a')(page);
      await page.getByRole('link', { name: 'Edit First visit' }).click();
      await page.getByRole('button', { name: 'Form · Save your place' }).click();
    },
    see: 'text=Add a question',
  },
  {
    name: 'new-funnel',
    at: '/stonecroft-paving/funnels/new',
    then: async (page) => {
      await page
        .getByRole('button', { name: /^One home|Estimate with a time/ })
        .first()
        .click();
      await page.waitForTimeout(2500);
    },
    see: 'text=Pages to include',
  },
  {
    name: 'campaign',
    at: `${client}/follow-up/campaigns`,
    then: async (page) => {
      await page.getByRole('link', { name: 'Check-ups before winter' }).click();
      await page.waitForTimeout(1500);
    },
    see: 'text=people get it',
  },
  {
    name: 'composer',
    at: `${client}/follow-up/campaigns`,
    then: async (page) => {
      await page.getByRole('link', { name: 'Check-ups before winter' }).click();
      await page.getByRole('button', { name: 'Write the email' }).click();
      await page.getByRole('dialog').getByText('before the road to the quay').click();
      await page.waitForTimeout(1500);
    },
    see: 'text=Insert merge field',
  },
  { name: 'people', at: `${client}/people`, then: openFirst('tbody a'), see: 'text=History' },
  {
    name: 'submissions',
    at: '/fernhill-physio/people/submissions',
    then: async (page) => {
      await page.getByLabel('Form', { exact: true }).selectOption({ label: 'Runners’ survey' });
      await page.getByLabel('Summed up').click({ force: true });
    },
    see: 'text=on average',
  },
  { name: 'today', at: `${client}/today`, see: 'text=Booked today' },
  { name: 'bookings', at: `${client}/bookings`, see: 'text=Bookings' },
  {
    name: 'calendar',
    at: `${client}/bookings`,
    then: (page) => page.getByRole('link', { name: 'First visit' }).click(),
    see: 'text=After booking',
  },
  {
    name: 'sequence',
    at: '/fernhill-physio/follow-up',
    then: openFirst('li a'),
    see: 'text=Preview for one person',
  },
  {
    name: 'rules',
    at: `${client}/follow-up/rules`,
    then: (page) => page.getByRole('button', { name: 'Edit' }).last().click(),
    see: 'text=people who did it',
  },
  { name: 'results', at: `${client}/results`, see: 'text=become leads' },
  {
    name: 'inbox',
    at: `${client}/messages`,
    then: (page) =>
      page
        .locator('section[aria-label="Conversations"] li', { hasText: 'Mabel Otterby' })
        .getByRole('link')
        .click(),
    see: 'text=Ctrl Enter sends',
  },
  { name: 'fact-sheet', at: `${client}/set-up`, see: 'text=Areas served' },
  { name: 'visitor-wide', at: '/first-visit', site: 'quayside-dental', full: true, see: 'h1' },
  {
    name: 'visitor-phone',
    at: '/first-visit',
    site: 'quayside-dental',
    size: phone,
    then: async (page) => {
      await page.getByLabel('Your name').fill('Ana Okafor');
      await page.getByLabel('Email').fill('ana@example.com');
      await page.getByLabel('Mobile').fill('(207) 555-0117');
      await page.getByRole('button', { name: 'Save my place' }).click();
    },
    full: true,
    see: 'text=Choose a time',
  },
];

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
/** One session for all pictures: signing in for each would meet the limit on tries. */
let session;
async function signIn(context) {
  await context.request.post(`${origin.replace('localhost', '127.0.0.1')}/api/session`, {
    data: { email: 'marketer@tallow-thyme.test', password: 'plum-gate-demo' },
  });
  return (await context.cookies()).map((cookie) => ({ ...cookie, domain: 'localhost' }));
}

/** Pictures further down are asked for only once they are near. */
async function seeAll(page) {
  await page.evaluate(async () => {
    for (const image of document.querySelectorAll('img')) {
      image.loading = 'eager';
      await image.decode().catch(() => {});
    }
  });
  await page.waitForLoadState('networkidle');
}

await mkdir(folder, { recursive: true });
for (const shot of shots.filter(({ name }) => only.length === 0 || only.includes(name))) {
  const context = await browser.newContext({
    viewport: shot.size ?? wide,
    userAgent: shot.size === phone ? 'Plum Gate screenshots Mobile' : undefined,
  });
  if (!shot.site) await context.addCookies((session ??= await signIn(context)));
  const page = await context.newPage();
  await page.goto((shot.site ? siteOf(shot.site) : origin) + shot.at, { waitUntil: 'networkidle' });
  await shot.then?.(page);
  await page.locator(shot.see).first().waitFor({ state: 'attached' });
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => document.fonts.ready);
  if (shot.full) await seeAll(page);
  await page.screenshot({ path: `${folder}/${shot.name}.png`, fullPage: shot.full ?? false });
  await context.close();
}
await browser.close();
