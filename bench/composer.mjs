import { emailFromText } from '@plumgate/core/emails';
import { newCampaign } from '@plumgate/core/campaigns';
import { launch } from './browser.mjs';
import { timeLetters } from './letters.mjs';

const blocks = 40;

/** A letter typed in a mail of forty blocks, with its phone beside it, in Chromium: ms of main-thread work. */
export async function timeComposer(origin, cookie, call, clientId) {
  const text = (n) =>
    `Paragraph ${n} for {{ person.first_name | default: "you" }}, some words long.`;
  const { blocks: one } = emailFromText({ subject: 'S', body: text(0) });
  const message = {
    ...{ kind: 'email', subject: 'Spring', preview: '' },
    blocks: Array.from({ length: blocks }, (_, n) => ({ ...one[0], id: `b${n}` })),
  };
  const { id } = await call('POST', `/api/clients/${clientId}/campaigns`, {
    content: { ...newCampaign('Spring', 'email'), message },
  });
  const browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [name, value] = cookie.split(/=(.*)/s);
  await context.addCookies([{ name, value, url: origin }]);
  const page = await context.newPage();
  await page.goto(`${origin}/quayside/follow-up/campaigns/${id}`);
  await page.getByRole('button', { name: 'Write the email' }).click();
  await page.locator('[data-block="b20"] .email-words').click();
  await page.keyboard.press('End');
  await page.keyboard.type('warm ');
  const letter = await timeLetters(page);
  await browser.close();
  return letter;
}
