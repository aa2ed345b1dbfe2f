import { Injectable } from '@nestjs/common';
import type { NoticeAction } from '../../records/messages/message-content.ts';
import { Clock } from '../../platform/clock.ts';
import type { Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Causes } from '../../records/causes/consequences.ts';

/** An email about somebody's account, in the agency's name. */
export interface AccountMail {
  to: string;
  subject: string;
  body: string;
  link: NoticeAction;
}

/** A link of such a mail that is not ours, was used, or is too old. */
export const linkOver = (): AppProblem => new AppProblem('link-over');

/** Queues what the agency writes to its own people about their accounts. */
@Injectable()
export class AccountMails {
  constructor(
    private readonly causes: Causes,
    private readonly clock: Clock,
    private readonly ids: IdSource,
  ) {}

  async queue(tx: Queries, { to, subject, body, link }: AccountMail): Promise<void> {
    const effects = this.causes.begin();
    effects.enqueue({
      clientId: null,
      key: `account:${this.ids.next<string>()}`,
      dueAt: this.clock.now(),
      ...{ kind: 'email', to, title: subject },
      content: { as: 'account', subject, body, actions: [link] },
    });
    await effects.write(tx);
  }
}
