import { launch, median } from './browser.mjs';

const [bursts, lettersInBurst] = [7, 10];

/**
 * The editor on a page of sixty blocks, in Chromium: ms until every block stands on both sides, ms of main-thread work
 * for a typed letter in the median burst of typing, without what the measuring costs, and ms between frames at the median while a block is dragged and while a slider is moved.
 * Work is what the main thread had of the processor; by the clock it also holds what other processes took meanwhile.
 */
export async function timeEditor(address, cookie) {
  const browser = await launch();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [name, value] = cookie.split(/=(.*)/s);
  await context.addCookies([{ name, value, url: new URL(address).origin }]);
  const page = await context.newPage();
  // Once before, as for anyone who works in it: the files are in the browser's cache then.
  await page.goto(address);
  await page.locator('[data-row]').last().waitFor();
  await page.goto('about:blank');
  const began = performance.now();
  await page.goto(address);
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll('[data-canvas] iframe')].length === 2 &&
      [...document.querySelectorAll('[data-canvas] iframe')].every(
        (frame) => frame.contentDocument?.querySelectorAll('.block').length === 60,
      ),
  );
  const opened = performance.now() - began;

  const watches = await Promise.all(
    ['threadTicks', 'timeTicks'].map(async (timeDomain) => {
      const cdp = await context.newCDPSession(page);
      await cdp.send('Performance.enable', { timeDomain });
      return async () => {
        const { metrics } = await cdp.send('Performance.getMetrics');
        return metrics.find(({ name }) => name === 'TaskDuration').value * 1000;
      };
    }),
  );
  /** ms of all tasks of the main thread so far: of the processor, and by the clock. */
  const work = () => Promise.all(watches.map((read) => read()));
  await page.frameLocator('iframe[title="The page, wide"]').locator('h1 .words').click();
  await page.keyboard.type('warm ');
  // Everything that typing costs, also what follows between letters, at ten letters a second. A key that writes nothing
  // costs what the measuring and the waiting cost.
  const burst = async (key) => {
    const before = await work();
    for (let letter = 0; letter < lettersInBurst; letter++) {
      await page.keyboard.press(key);
      await page.waitForTimeout(90);
    }
    await page.waitForTimeout(300);
    const after = await work();
    return after.map((ms, watch) => (ms - before[watch]) / lettersInBurst);
  };
  const costs = { a: [], Shift: [] };
  for (let turn = 0; turn < bursts; turn++)
    for (const key of ['a', 'Shift']) costs[key].push(await burst(key));
  await page.keyboard.press('Escape');
  const letter = (watch) =>
    median(costs.a.map((ms) => ms[watch])) - median(costs.Shift.map((ms) => ms[watch]));

  const from = await page.locator('[data-row]').nth(4).boundingBox();
  const frame = await page.locator('iframe[title="The page, wide"]').boundingBox();
  await page.mouse.move(from.x + 40, from.y + 10);
  await page.mouse.down();
  const dragged = await framesDuring(page, async () => {
    for (let step = 0; step < 90; step++)
      await page.mouse.move(frame.x + 120 + step, frame.y + 60 + ((step * 7) % 400));
  });
  await page.mouse.up();
  await page.keyboard.press('Control+z');

  await page.locator('[data-row]').nth(4).click();
  await page.locator('section[aria-label="Look"] > button').click();
  const slider = page.getByLabel('Space above, slider');
  await slider.scrollIntoViewIfNeeded();
  const track = await slider.boundingBox();
  await page.mouse.move(track.x + 20, track.y + track.height / 2);
  await page.mouse.down();
  const slid = await framesDuring(page, async () => {
    for (let step = 0; step < 90; step++)
      await page.mouse.move(track.x + 20 + step * 2, track.y + track.height / 2);
  });
  await page.mouse.up();
  await browser.close();
  return {
    opened,
    letter: letter(0),
    letterByClock: letter(1),
    frame: median(dragged),
    sliderFrame: median(slid),
  };
}

/** The ms between the frames that a page draws while something is done to it. */
async function framesDuring(page, does) {
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
  await does();
  return page.evaluate(() => (cancelAnimationFrame(globalThis.drawing), globalThis.gaps));
}
