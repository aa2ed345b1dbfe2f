import { median } from './browser.mjs';

const [bursts, lettersInBurst] = [7, 10];

/**
 * ms of main-thread work for a typed letter in the median burst of typing into what has the focus, without what the
 * measuring costs: `work` is what the thread had of the processor, `byClock` also holds what other processes took.
 */
export async function timeLetters(page) {
  const watches = await Promise.all(
    ['threadTicks', 'timeTicks'].map(async (timeDomain) => {
      const cdp = await page.context().newCDPSession(page);
      await cdp.send('Performance.enable', { timeDomain });
      return async () => {
        const { metrics } = await cdp.send('Performance.getMetrics');
        return metrics.find(({ name }) => name === 'TaskDuration').value * 1000;
      };
    }),
  );
  /** ms of all tasks of the main thread so far: of the processor, and by the clock. */
  const work = () => Promise.all(watches.map((read) => read()));
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
  const letter = (watch) =>
    median(costs.a.map((ms) => ms[watch])) - median(costs.Shift.map((ms) => ms[watch]));
  return { work: letter(0), byClock: letter(1) };
}
