import { Injectable } from '@nestjs/common';
import type { TestRunPoint, TestRunView } from '@plumgate/contract';
import type { ClientId, FunnelId } from '@plumgate/core/basics';
import { eq, lt } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { Seal } from '../../platform/seal.ts';
import { testRuns } from '../../records/test-runs/table.ts';
import type { Effects } from '../intake/intake.service.ts';

/** What a test run's requests are known by: sealed, so that nobody else can send leads that leave nothing behind. */
export const testRunHeader = 'x-plumgate-test-run';
const purpose = 'test-run';
const keptFor = { hours: 24 };

export type Which = 'draft' | 'live';

/** A test run on its way, in the process that leads it: it asks itself for the pages. */
export interface TestRun extends TestRunView {
  id: string;
  clientId: ClientId;
  funnelId: FunnelId;
  which: Which;
  /** What the form that was sent last caused. */
  effects: Effects | null;
}

/** The test runs that this process leads, and the reports of all. */
@Injectable()
export class TestRuns {
  private readonly underWay = new Map<string, TestRun>();

  constructor(
    private readonly seals: Seal,
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async begin(id: string, clientId: ClientId, funnelId: FunnelId, which: Which): Promise<TestRun> {
    const { db } = this.database;
    const startedAt = this.clock.now();
    await db.delete(testRuns).where(lt(testRuns.startedAt, startedAt.subtract(keptFor)));
    const run = { id, clientId, funnelId, which, points: [], over: false };
    await db.insert(testRuns).values({ ...run, startedAt });
    const testRun = { ...run, effects: null };
    this.underWay.set(id, testRun);
    return testRun;
  }

  /** The report so far, whichever process leads the test run; null for one that is not known. */
  async report(id: string): Promise<TestRunView | null> {
    const [row] = await this.database.db
      .select({ points: testRuns.points, over: testRuns.over })
      .from(testRuns)
      .where(eq(testRuns.id, id));
    return row ?? null;
  }

  async note(testRun: TestRun, point: TestRunPoint): Promise<void> {
    testRun.points.push(point);
    await this.save(testRun);
  }

  async end(testRun: TestRun): Promise<void> {
    testRun.over = true;
    this.underWay.delete(testRun.id);
    await this.save(testRun);
  }

  headerFor(id: string): string {
    return this.seals.seal(purpose, id);
  }

  /** The test run that a request belongs to; null for a visitor's. */
  belonging(header: string | string[] | undefined): TestRun | null {
    if (typeof header !== 'string') return null;
    const id = this.seals.open(purpose, header);
    return (id !== null && this.underWay.get(id)) || null;
  }

  private async save({ id, points, over }: TestRun): Promise<void> {
    await this.database.db.update(testRuns).set({ points, over }).where(eq(testRuns.id, id));
  }
}
