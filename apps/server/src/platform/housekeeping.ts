import { Injectable } from '@nestjs/common';
import { PinoLogger } from './logging.ts';

const everyMilliseconds = 600_000;

/** Throws away some of what is over, at most so many rows, and gives how many there were. */
export type Chore = (mostRows: number) => Promise<number>;
/** Small portions: none holds its locks, or the one connection of an embedded database, for long. */
const mostRows = 1000;

/** Throws away what is over, now and then. Domains say what that is of theirs. */
@Injectable()
export class Housekeeping {
  private readonly chores = new Map<string, Chore>();
  private timer: NodeJS.Timeout | undefined;
  private isStopping = false;

  constructor(private readonly log: PinoLogger) {}

  register(name: string, chore: Chore): void {
    this.chores.set(name, chore);
  }

  start(): void {
    this.timer = setInterval(() => {
      this.tidy().catch((error: unknown) => this.log.error({ err: error }, 'not tidied'));
    }, everyMilliseconds);
    this.timer.unref();
  }

  stop(): void {
    clearInterval(this.timer);
    this.isStopping = true;
  }

  /** Does every chore until nothing is left of it; one that fails keeps none of the others from theirs. */
  async tidy(): Promise<void> {
    for (const [name, chore] of this.chores) {
      try {
        while (!this.isStopping && (await chore(mostRows)) === mostRows);
      } catch (error) {
        this.log.error({ err: error, chore: name }, 'not tidied');
      }
    }
  }
}
