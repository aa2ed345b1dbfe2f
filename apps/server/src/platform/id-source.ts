import { createHash, randomUUID } from 'node:crypto';

/** Where new ids come from: random ones, or in the demo a sequence that is the same every time. */
export abstract class IdSource {
  abstract next<Id extends string>(): Id;
}

export class RandomIds extends IdSource {
  next<Id extends string>(): Id {
    return randomUUID() as string as Id;
  }
}

/** The same ids in the same order for the same seed, until `release` turns it to random ones. */
export class SeededIds extends IdSource {
  private count = 0;
  private released = false;

  constructor(private readonly seed: string) {
    super();
  }

  next<Id extends string>(): Id {
    if (this.released) return randomUUID() as string as Id;
    const hex = createHash('sha256').update(`${this.seed}:${this.count++}`).digest('hex');
    return [
      hex.slice(0, 8),
      hex.slice(8, 12),
      `4${hex.slice(13, 16)}`,
      `a${hex.slice(17, 20)}`,
      hex.slice(20, 32),
    ].join('-') as Id;
  }

  release(): void {
    this.released = true;
  }
}
