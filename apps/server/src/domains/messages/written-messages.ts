import { Injectable } from '@nestjs/common';
import type { PersonId } from '@plumgate/core/basics';
import {
  leftOutWords,
  stepKinds,
  WrittenMessage,
  writtenMergeGroups,
} from '@plumgate/core/followup';
import { eq } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { reachable } from '../../records/people/reachable.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { PeopleService } from '../people/people.service.ts';
import { Messenger } from './messenger.ts';

/** Messages that somebody of the business writes to one person from their record. */
@Injectable()
export class WrittenMessages {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly causes: Causes,
    private readonly people: PeopleService,
    private readonly messenger: Messenger,
    private readonly worker: Worker,
  ) {}

  /** Sends a message, once for each `id`; refuses it where it can't reach them. From then on the lead waits no longer. */
  async send(
    who: CurrentUser,
    to: PersonId,
    { id, message }: { id: string; message: WrittenMessage },
  ): Promise<void> {
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const person = await this.people.touched(tx, effects, who, { id: to, how: 'wrote', at });
      const reason = stepKinds[message.kind].whyUnreachable!(reachable(person));
      if (reason)
        throw new AppProblem('bad-request', {
          detail: `It can’t be sent: ${leftOutWords(reason)}.`,
        });
      await checkMergeFields(
        tx,
        person.clientId,
        writtenMergeGroups,
        WrittenMessage,
        { document: message, stored: {} },
        'body.message',
      );
      const [client] = await tx.select().from(clients).where(eq(clients.id, person.clientId));
      const sent = {
        ...{ client: client!, person, key: `written:${id}`, at, from: `by ${who.name}` },
        context: this.messenger.personIn(person, client!),
      };
      if (message.kind === 'email') this.messenger.emailPerson(effects, sent, message);
      else this.messenger.textPerson(effects, sent, message.body);
      await effects.write(tx);
    });
    this.worker.wake();
  }
}
