import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { runSteps } from '../../records/followup/table.ts';
import { messagesSettled, type MessagesSettled } from '../messages/message-events.ts';
import { stepOfMessage } from '../../records/followup/message-of-step.ts';

/** A step whose message was queued is done when that has been sent, and shares its fate otherwise. */
@Injectable()
export class MessageSteps implements OnModuleInit {
  constructor(private readonly causes: Causes) {}

  onModuleInit(): void {
    this.causes.on(messagesSettled, (settled, tx) => this.settle(settled, tx));
  }

  private async settle({ keys, as, leftOut, at }: MessagesSettled, tx: Queries): Promise<void> {
    const steps = keys.flatMap((key) => stepOfMessage(key) ?? []);
    if (steps.length === 0) return;
    await tx
      .update(runSteps)
      .set(
        as === 'left-out'
          ? { state: 'left-out', leftOut: leftOut!, dueAt: null }
          : { state: as === 'sent' ? 'done' : 'failed', doneAt: at },
      )
      // One that was planned again meanwhile has another message to wait for.
      .where(and(isAnyOf(runSteps.id, steps), eq(runSteps.state, 'queued')));
  }
}
