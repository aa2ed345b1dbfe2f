import { Injectable } from '@nestjs/common';
import { PinoLogger } from './logging.ts';
import { Limits } from './limits/limits.ts';

const everyMilliseconds = 600_000;

/** Throws away what is over, now and then. */
@Injectable()
export class Housekeeping {
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly limits: Limits,
    private readonly log: PinoLogger,
  ) {}

  start(): void {
    this.timer = setInterval(() => {
      this.limits
        .tidy()
        .catch((error: unknown) => this.log.error({ err: error }, 'limits not tidied'));
    }, everyMilliseconds);
    this.timer.unref();
  }

  stop(): void {
    clearInterval(this.timer);
  }
}
