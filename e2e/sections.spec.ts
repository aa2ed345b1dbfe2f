import { emptyPage, newBand, newBlock, newColumn, type Draft } from '@plumgate/core/page';
import { shortForm } from '@plumgate/core/forms';
import type { FormId } from '@plumgate/core/basics';
import { expect, test } from '@playwright/test';
import { api, atFunnels, builderOf, makePage, openMade, publish } from './builder.ts';
import { phone } from './helpers.ts';
import { htmlProblems } from './html-problems.ts';

const client = 'marram-coast-homes';
const formId = '00000000-0000-4000-8000-0000000000f1' as FormId;

const draft: Draft = {
  page: {
    ...emptyPage('How was it?'),
    description: 'Tell us how your viewing was.',
    sections: [
      { id: 'start', name: 'Start' },
      { id: 'feedback', name: 'Feedback' },
    ],
    bands: [
      newBand('head', [newColumn('head-c', [newBlock('logo', 'logo')])], { space: 13 }),
      newBand(
        'ask',
        [
          newColumn('ask-c', [
            newBlock('heading', 'ask-h', { text: 'How was your viewing?', level: 1 }),
            newBlock('button', 'ask-b', {
              label: 'It could be better',
              action: { kind: 'section', section: 'feedback' },
            }),
          ]),
        ],
        { section: 'start' },
      ),
      newBand(
        'words',
        [
          newColumn('words-c', [
            newBlock('heading', 'words-h', { text: 'What should we change?', level: 2 }),
            newBlock('form', 'words-f', { formId, title: '' }),
            newBlock('button', 'words-b', {
              label: 'Back',
              shape: 'outline',
              action: { kind: 'section', section: 'start' },
            }),
          ]),
        ],
        { section: 'feedback' },
      ),
    ],
  },
  forms: {
    [formId]: {
      ...shortForm('Feedback', ['q1', 'q2', 'q3']),
      after: { kind: 'message', text: 'Thank you, we read every word.' },
    },
  },
};

test('sections of one page: shown one at a time, each by its link, counted for itself', async ({
  browser,
}) => {
  test.setTimeout(90_000);
  const app = await atFunnels(browser, client);
  const made = await makePage(app, client, 'How was it', draft);
  const address = await publish(app, made.pageId);
  const visitor = await (await browser.newContext(phone)).newPage();
  const answer = await visitor.goto(address);
  expect(await htmlProblems(await answer!.text())).toEqual([]);
  const first = visitor.getByRole('heading', { name: 'How was your viewing?' });
  const second = visitor.getByRole('heading', { name: 'What should we change?' });
  const loads: string[] = [];
  visitor.on('request', (request) => request.isNavigationRequest() && loads.push(request.url()));
  await expect(first).toBeVisible();
  await expect(second).toBeHidden();
  await visitor.getByRole('link', { name: 'It could be better' }).click();
  await expect(second).toBeVisible();
  await expect(second).toBeFocused();
  await expect(first).toBeHidden();
  expect(visitor.url()).toBe(`${address}#feedback`);
  await visitor.goBack();
  await expect(first).toBeVisible();
  await expect(second).toBeHidden();
  expect(loads.filter((url) => !url.includes('#'))).toEqual([]);

  // By its link, and a refused form stays where it is.
  await visitor.goto(`${address}#feedback`);
  await visitor.reload();
  await expect(second).toBeVisible();
  await visitor.getByLabel('Your name').fill('Ada Brook');
  await visitor.getByLabel('Email').fill('ada@example.org');
  await visitor.getByRole('button', { name: 'Send' }).click();
  await expect(visitor.getByText('Thank you, we read every word.')).toBeVisible();
  await expect(first).toBeHidden();

  const board = () =>
    api<{ steps: { sections: object[] }[] }>(app, 'GET', `/api/funnels/${made.funnelId}/path`);
  await expect
    .poll(async () => (await board()).steps[0]!.sections)
    .toEqual([
      { id: 'start', name: 'Start', visitors: 1 },
      { id: 'feedback', name: 'Feedback', visitors: 1 },
    ]);
  await app.goto(new URL(`/${client}/funnels/${made.funnelId}`, app.url()).href);
  await expect(app.getByLabel('Sections').getByText('Feedback')).toBeVisible();
});

test('without script the sections are one long page', async ({ browser }) => {
  const app = await atFunnels(browser, client);
  const made = await makePage(app, client, 'How was it, in full', draft);
  const address = await publish(app, made.pageId);
  const context = await browser.newContext({ javaScriptEnabled: false });
  const visitor = await context.newPage();
  await visitor.goto(address);
  await expect(visitor.getByRole('heading', { name: 'How was your viewing?' })).toBeVisible();
  await visitor.getByRole('link', { name: 'It could be better' }).click();
  await expect(visitor.getByRole('heading', { name: 'What should we change?' })).toBeInViewport();
});

test('sections are made in the editor: the first press makes two, a new link is followed by its button', async ({
  browser,
}) => {
  const app = await atFunnels(browser, client);
  const { page } = draft;
  const plain: Draft = {
    page: {
      ...page,
      sections: [],
      bands: page.bands.slice(0, 2).map((band) => ({ ...band, section: '' })),
    },
    forms: {},
  };
  const made = await makePage(app, client, 'Sections by hand', plain);
  await openMade(app, client, made.pageId);
  const { outline, settings, wide } = builderOf(app);
  await outline.getByRole('button', { name: 'Page', exact: true }).click();
  await settings.getByRole('button', { name: 'Add a section' }).click();
  await expect(settings.getByLabel('Section')).toHaveValue('section-2');
  await outline.getByRole('button', { name: 'It could be better' }).click();
  await settings.getByLabel('What it does').selectOption('section');
  await expect(settings.getByLabel('Section')).toHaveValue('section-2');
  await outline.getByRole('button', { name: 'Page', exact: true }).click();
  const link = settings.getByLabel('Link').nth(1);
  await link.fill('Your words');
  await link.press('Tab');
  await expect(settings.getByText('The page’s address with #your-words')).toBeVisible();
  await expect(wide.locator('[data-part="ask-b"] a')).toHaveAttribute('href', '#your-words');
  await expect(app.getByText('Saved', { exact: true }).first()).toBeVisible();
});
