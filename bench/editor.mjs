import { launch, median } from './browser.mjs';

const letters = 40;

/**
 * The editor on a page of sixty blocks, in Chromium: ms until every block stands on both sides, ms of main-thread work
 * for a typed letter at the median, without what the measuring costs, and ms between frames at the median while a block is dragged.
 */
export async function timeEditor(origin, cookie, pageId) {
  const browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [name, value] = cookie.split(/=(.*)/s);
  await context.addCookies([{ name, value, url: origin }]);
  const page = await context.newPage();
  // Once before, as for whoever works in it: the files are in the browser's cache then.
  await page.goto(`${origin}/quayside/pages/${pageId}`);
  await page.locator('[data-row]').last().waitFor();
  await page.goto('about:blank');
  const began = performance.now();
  await page.goto(`${origin}/quayside/pages/${pageId}`);
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll('[data-canvas] iframe')].length === 2 &&
      [...document.querySelectorAll('[data-canvas] iframe')].every(
        (frame) => frame.contentDocument?.querySelectorAll('.block').length === 60,
      ),
  );
  const opened = performance.now() - began;

  const cdp = await context.newCDPSession(page);
  await cdp.send('Performance.enable');
  const work = async () => {
    const { metrics } = await cdp.send('Performance.getMetrics');
    return metrics.find(({ name }) => name === 'TaskDuration').value * 1000;
  };
  const twoFrames = () =>
    page.evaluate(
      () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
    );
  await page.frameLocator('iframe[title="The page, wide"]').locator('h1 .words').click();
  await page.keyboard.type('warm ');
  // A key that writes nothing costs what the measuring costs: asking twice, and two frames in between.
  const costs = { a: [], Shift: [] };
  for (let letter = 0; letter < letters; letter++)
    for (const key of ['a', 'Shift']) {
      await page.waitForTimeout(40);
      const before = await work();
      await page.keyboard.press(key);
      await twoFrames();
      costs[key].push((await work()) - before);
    }
  await page.keyboard.press('Escape');

  const from = await page.locator('[data-row]').nth(4).boundingBox();
  const frame = await page.locator('iframe[title="The page, wide"]').boundingBox();
  await page.mouse.move(from.x + 40, from.y + 10);
  await page.mouse.down();
  await page.evaluate(() => {
    globalThis.gaps = [];
    let last = 0;
    const tick = (now) => {
      if (last) globalThis.gaps.push(now - last);
      last = now;
      globalThis.drawing = requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  for (let step = 0; step < 90; step++)
    await page.mouse.move(frame.x + 120 + step, frame.y + 60 + ((step * 7) % 400));
  const gaps = await page.evaluate(
    () => (cancelAnimationFrame(globalThis.drawing), globalThis.gaps),
  );
  await page.mouse.up();
  await browser.close();
  return { opened, letter: median(costs.a) - median(costs.Shift), frame: median(gaps) };
}
