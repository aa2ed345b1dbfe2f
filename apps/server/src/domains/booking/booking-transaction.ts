import { Injectable } from '@nestjs/common';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { Worker } from '../../platform/worker.ts';
import { SlotGone } from './slot-gone.ts';

/** Does something to bookings in one transaction, with all that follows from it; a time that is gone is a problem of the request. */
@Injectable()
export class BookingTransaction {
  constructor(
    private readonly database: Database,
    private readonly causes: Causes,
    private readonly worker: Worker,
  ) {}

  /** @throws AppProblem `slot-taken` */
  async run<Result>(
    work: (tx: Queries, effects: Consequences) => Promise<Result>,
  ): Promise<Result> {
    try {
      const result = await this.database.transaction(async (tx) => {
        const effects = this.causes.begin();
        const result = await work(tx, effects);
        await effects.write(tx);
        return result;
      });
      this.worker.wake();
      return result;
    } catch (error) {
      if (error instanceof SlotGone) throw new AppProblem('slot-taken');
      throw error;
    }
  }
}
