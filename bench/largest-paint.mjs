import { launch } from './browser.mjs';

/** When the largest part of a page is painted, in ms, on a phone with 1.6 Mbit/s, 150 ms to the server and a quarter of the processor. */
export async function largestPaint(url) {
  const browser = await launch();
  const page = await (
    await browser.newContext({ viewport: { width: 390, height: 844 } })
  ).newPage();
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Network.enable');
  await cdp.send('Network.emulateNetworkConditions', {
    offline: false,
    latency: 150,
    downloadThroughput: (1.6 * 1024 * 1024) / 8,
    uploadThroughput: (0.75 * 1024 * 1024) / 8,
  });
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.addInitScript(() => {
    globalThis.painted = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) globalThis.painted = entry.startTime;
    }).observe({ type: 'largest-contentful-paint', buffered: true });
  });
  await page.goto(url, { waitUntil: 'networkidle' });
  const painted = await page.evaluate(() => globalThis.painted);
  await browser.close();
  return painted;
}
