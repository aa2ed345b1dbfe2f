import { Injectable, type OnModuleInit } from '@nestjs/common';
import { Causes, type Consequences } from '../../records/causes/consequences.ts';
import type { Queries } from '../../platform/database/database.ts';
import {
  madeAnonymous,
  reachChanged,
  replied,
  unsubscribed,
  type PersonHappening,
} from '../people/person-events.ts';
import { messageSeen } from '../messages/message-events.ts';
import { RunService } from './run.service.ts';

/** What follow-up does about what people say: a sequence may end on it, and another channel may be open or closed. */
@Injectable()
export class PersonRuns implements OnModuleInit {
  constructor(
    private readonly causes: Causes,
    private readonly runs: RunService,
  ) {}

  onModuleInit(): void {
    const endsOn =
      (when: 'unsubscribed' | 'replied') =>
      async (
        { person, at }: PersonHappening,
        tx: Queries,
        effects: Consequences,
      ): Promise<void> => {
        await this.runs.happenedTo(tx, effects, person.id, at, { when });
      };
    this.causes.on(unsubscribed, endsOn('unsubscribed'));
    this.causes.on(replied, endsOn('replied'));
    this.causes.on(messageSeen, async ({ personId, as, at }, tx, effects) => {
      await this.runs.happenedTo(tx, effects, personId, at, { when: as });
    });
    this.causes.on(madeAnonymous, ({ person, at }, tx, effects) =>
      this.runs.endAll(tx, effects, person.id, at, 'the person was made anonymous'),
    );
    this.causes.on(reachChanged, ({ person, at }, tx, effects) =>
      this.runs.personChanged(tx, effects, person.id, at),
    );
  }
}
