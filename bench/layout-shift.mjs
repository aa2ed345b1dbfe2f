import { launch } from './browser.mjs';

/** The sum of layout shifts while a page loads on a phone, as Chromium reports them. */
export async function layoutShift(url) {
  const browser = await launch();
  const page = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  await page.addInitScript(() => {
    globalThis.moved = 0;
    new PerformanceObserver((list) =>
      list.getEntries().forEach((entry) => (globalThis.moved += entry.value)),
    ).observe({ type: 'layout-shift', buffered: true });
  });
  await page.goto(url, { waitUntil: 'networkidle' });
  const moved = await page.evaluate(() => globalThis.moved);
  await browser.close();
  return moved;
}
