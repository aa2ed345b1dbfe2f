import { Injectable } from '@nestjs/common';
import type { InboxMessageId, PersonId } from '@plumgate/core/basics';
import { leftOutWords, WrittenMessage, writtenMergeGroups } from '@plumgate/core/followup';
import { emailTexts } from '@plumgate/core/emails';
import { eq } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients } from '../../records/clients/table.ts';
import { noteAnswered } from '../../records/messages/conversations.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { PeopleService } from '../people/people.service.ts';
import { answerable, threadOf } from './answerable.ts';
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

  /**
   * Sends a message, once for each `id`; refuses it where it can't reach them. From then on the lead waits no longer. An
   * answer goes to where they wrote from, and an email into the same thread.
   */
  async send(
    who: CurrentUser,
    to: PersonId,
    written: { id: string; message: WrittenMessage; answers: InboxMessageId | null },
  ): Promise<void> {
    const { id, message, answers } = written;
    const at = this.clock.now();
    await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const person = await this.people.touched(tx, effects, who, { id: to, how: 'wrote', at });
      const { to: answered, why: reason } = await answerable(
        tx,
        person,
        message.kind,
        answers ?? undefined,
      );
      if (answers && answered?.id !== answers) throw notFound();
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
      const address = answers && answered ? answered.from : undefined;
      if (message.kind === 'email')
        this.messenger.emailPerson(effects, sent, message, {
          ...(address && { address, thread: threadOf(answered!) }),
        });
      else this.messenger.textPerson(effects, sent, message.body, address);
      await noteAnswered(
        tx,
        person.id,
        { kind: message.kind, words: wordsOf(message), at },
        who.name,
      );
      await effects.write(tx);
    });
    this.worker.wake();
  }
}

const wordsOf = (message: WrittenMessage): string =>
  message.kind === 'text' ? message.body : emailTexts(message).slice(1).join(' ');
