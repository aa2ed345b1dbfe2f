/** A small repeatable source of chance (mulberry32, public domain, from memory): the same seed gives the same demo. */
export class Chance {
  constructor(private state: number) {}

  /** From 0 up to, but not including, 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  /** A whole number from `low` to `high`, both included. */
  between(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  pick<Item>(items: readonly Item[]): Item {
    return items[Math.floor(this.next() * items.length)]!;
  }

  /** Picks by weight: `[['a', 3], ['b', 1]]` gives `a` three times in four. */
  weighted<Item>(items: readonly (readonly [Item, number])[]): Item {
    let left = this.next() * items.reduce((sum, [, weight]) => sum + weight, 0);
    for (const [item, weight] of items) if ((left -= weight) < 0) return item;
    return items[0]![0];
  }
}
