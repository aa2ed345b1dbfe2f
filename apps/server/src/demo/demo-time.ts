import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Instant } from '@plumgate/core/basics';
import { Temporal } from 'temporal-polyfill';
import { Clock, MovableClock, SystemClock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { PinoLogger } from '../platform/logging.ts';
import { AppProblem, notFound } from '../platform/http/app-problem.ts';
import { keepSetting, readSetting } from '../platform/settings.ts';
import { SessionService } from '../domains/accounts/session.service.ts';
import { DomainService } from '../domains/own-domains/domain.service.ts';
import { LivePages } from '../domains/live-pages/live-pages.ts';
import { Worker } from '../platform/worker.ts';

const setting = 'demo-clock-ahead-by';
const channel = 'demo_clock';
const farthest = { hours: 24 * 400 };

/** Moves the demo's time forward and lets everything on the way happen at its own moment. */
@Injectable()
export class DemoTime implements OnModuleInit {
  private stopListening: () => Promise<void> = () => Promise.resolve();

  constructor(
    private readonly log: PinoLogger,
    private readonly clock: Clock,
    private readonly worker: Worker,
    private readonly database: Database,
    private readonly pages: LivePages,
    private readonly domains: DomainService,
    private readonly sessions: SessionService,
  ) {}

  /** The demo's time is one for all processes. */
  async onModuleInit(): Promise<void> {
    const { clock } = this;
    if (!(clock instanceof MovableClock) || !this.database.isShared) return;
    const follow = () =>
      this.follow(clock).catch((error: unknown) =>
        this.log.error({ err: error }, 'clock not followed'),
      );
    this.stopListening = await this.database.listen(channel, {
      onMessage: follow,
      onState: (isListening) => isListening && follow(),
    });
  }

  async stop(): Promise<void> {
    await this.stopListening();
  }

  private async follow(clock: MovableClock): Promise<void> {
    const kept = await keptClock(this.database);
    if (!kept) return;
    clock.moveTo(kept);
    this.pages.forgetAll();
  }

  /** Moves on by an ISO 8601 duration, days of 24 hours; gives the new time. Only the demo's clock can be moved. */
  async advance(duration: string): Promise<Instant> {
    if (!(this.clock instanceof MovableClock)) throw notFound();
    const from = this.clock.now();
    const to = from.toZonedDateTimeISO('UTC').add(duration).toInstant();
    if (Temporal.Instant.compare(to, from.add(farthest)) > 0) {
      throw new AppProblem('bad-request', {
        detail: 'Move the clock by at most 400 days at a time.',
      });
    }
    await this.moveTo(this.clock, to);
    // People who are signed in have not been away for that long.
    await this.sessions.extend(from.until(to));
    this.pages.forgetAll();
    await this.domains.checkDue();
    await keepClock(this.database, this.clock);
    await this.database.notify(this.database.db, channel, '');
    return this.clock.now();
  }

  /** Stops at each moment at which something falls due, so that messages bear the time they would have had. */
  async moveTo(clock: MovableClock, to: Instant): Promise<void> {
    for (;;) {
      const due = await this.worker.catchUp();
      if (!due || Temporal.Instant.compare(due, to) > 0) break;
      // Held elsewhere: it will be done, not by us. What falls due after it is caught up with below.
      if (Temporal.Instant.compare(due, clock.now()) <= 0) break;
      clock.moveTo(due);
    }
    clock.moveTo(to);
    await this.worker.catchUp();
  }
}

/** Remembers how far the demo's clock is ahead (or behind) the system's, over a restart. */
export async function keepClock(database: Database, clock: Clock): Promise<void> {
  const ahead = new SystemClock().now().until(clock.now());
  await keepSetting(database.db, setting, ahead.total('milliseconds'));
}

/** The demo's clock as it was kept; undefined before the first start. */
export async function keptClock(database: Database): Promise<Instant | undefined> {
  const ahead = await readSetting<number>(database.db, setting);
  return ahead === undefined
    ? undefined
    : new SystemClock().now().add({ milliseconds: Math.round(ahead) });
}
