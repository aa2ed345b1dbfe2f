import { Temporal } from 'temporal-polyfill';
import type { Instant } from '@plumgate/core/basics';

/** The one place that knows the time. Everything else asks. */
export abstract class Clock {
  abstract now(): Instant;
}

export class SystemClock extends Clock {
  now(): Instant {
    return Temporal.Now.instant();
  }
}

/**
 * A clock that can be moved forward: the demo's runs on from where it was put, a test's stands still.
 * It never goes back, since what has been sent can't be unsent.
 */
export class MovableClock extends Clock {
  private base: Instant;
  private since: Instant;

  constructor(
    start: Instant,
    private runs: boolean,
    private readonly system: Clock = new SystemClock(),
  ) {
    super();
    this.base = start;
    this.since = system.now();
  }

  now(): Instant {
    return this.runs ? this.base.add(this.since.until(this.system.now())) : this.base;
  }

  /** Puts a clock that stands still anywhere, before anything has happened by it. */
  resetTo(moment: Instant): void {
    if (this.runs) throw new Error('A running clock only moves forward.');
    this.base = moment;
  }

  /** Lets a clock that stood still run on from where it is. */
  run(): void {
    this.since = this.system.now();
    this.runs = true;
  }

  /** Moves to a later moment; an earlier one changes nothing. */
  moveTo(moment: Instant): void {
    if (Temporal.Instant.compare(moment, this.now()) <= 0) return;
    this.base = moment;
    this.since = this.system.now();
  }
}
