/** Few enough that somebody else's server does not mind. */
const atOnce = 4;

/** Does something for each item, a few at a time; the results are in the items' order. */
export async function fewAtOnce<Item, Result>(
  items: readonly Item[],
  work: (item: Item) => Promise<Result>,
): Promise<Result[]> {
  const results: Result[] = [];
  let next = 0;
  const worker = async () => {
    for (let at = next++; at < items.length; at = next++) results[at] = await work(items[at]!);
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
  return results;
}
