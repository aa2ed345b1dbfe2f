import { launch } from './browser.mjs';
import { timeLetters } from './letters.mjs';

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

  await page.frameLocator('iframe[title="The page, wide"]').locator('h1 .words').click();
  await page.keyboard.type('warm ');
  const letter = await timeLetters(page);
  await page.keyboard.press('Escape');

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
    letter: letter.work,
    letterByClock: letter.byClock,
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
