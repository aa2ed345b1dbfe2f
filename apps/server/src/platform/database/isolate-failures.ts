import { isDataError } from './sql-state.ts';

/**
 * Does work on many items together, and when the database refuses their data, finds the ones it refuses by halving: all
 * others are done, each bad one goes to `onBadItem` by itself. `work` must be all or nothing. Any failure that is not
 * about data (a lost connection, a mistake of ours) is thrown as it came, since the same items will do another time.
 *
 * With one bad item of n, `work` runs about 2 log₂ n more times.
 */
export async function isolateFailures<Item>(
  items: readonly Item[],
  work: (items: readonly Item[]) => Promise<unknown>,
  onBadItem: (item: Item, error: unknown) => Promise<void> | void,
): Promise<void> {
  if (items.length === 0) return;
  try {
    await work(items);
  } catch (error) {
    if (!isDataError(error)) throw error;
    if (items.length === 1) return onBadItem(items[0]!, error);
    const half = Math.ceil(items.length / 2);
    await isolateFailures(items.slice(0, half), work, onBadItem);
    await isolateFailures(items.slice(half), work, onBadItem);
  }
}
