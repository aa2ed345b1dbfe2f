import { Injectable } from '@nestjs/common';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import { contactFrom } from '@plumgate/core/people';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { ArrivalService } from './arrival.service.ts';

/** Somebody who called or came in, as the one who spoke with them types it. */
export interface HandArrival {
  name: string;
  email: string;
  phone: string;
  /** Where they came from: a phone call, the street, somebody who sent them. */
  source: string;
  note: string;
}

/** Takes in leads that somebody types at the desk: they wait for nobody, having been spoken with. */
@Injectable()
export class HandArrivalService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
    private readonly arrivals: ArrivalService,
    private readonly worker: Worker,
  ) {}

  async add(
    who: CurrentUser,
    clientId: ClientId,
    given: HandArrival,
  ): Promise<{ personId: PersonId; isNew: boolean }> {
    const { source, note } = given;
    const added = await this.database.transaction(async (tx) => {
      const ready = await this.arrivals.prepare(tx, clientId);
      const effects = this.causes.begin();
      const { id, isNew } = await this.arrivals.take(tx, effects, ready, {
        key: `came-in:${this.ids.next()}`,
        details: contactFrom(given, ready.client.facts.country),
        ...{ source, at: this.clock.now(), isSpokenWith: true, mayWait: false },
        fact: { kind: 'came-in', source, note, by: who.name },
        because: `came in, from ${source}`,
      });
      await effects.write(tx);
      return { personId: id, isNew };
    });
    this.worker.wake();
    return added;
  }
}
