import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { junkReason, repeatableText, type JunkReason } from '@plumgate/core/forms';
import { eq } from 'drizzle-orm';
import MailChecker from 'mailchecker';
import { Database } from '../../platform/database/database.ts';
import { Limits } from '../../platform/limits/limits.ts';
import { clients } from '../../records/clients/table.ts';
import type { Incoming } from './incoming.ts';

/** How often the same text may come by one form in a day. Common practice, no source. */
const sameText = { max: 3, seconds: 86_400 };

const throwAwayHosts = MailChecker.blacklist();

/** A host of the list, or below one. */
function isThrowAway(host: string): boolean {
  for (let at = host; at.includes('.'); at = at.slice(at.indexOf('.') + 1))
    if (throwAwayHosts.has(at)) return true;
  return false;
}

/** Says which submissions look as if no person had sent them, and keeps the words that a client blocks. */
@Injectable()
export class JunkService {
  constructor(
    private readonly database: Database,
    private readonly limits: Limits,
  ) {}

  async reasonFor({ clientId, formId, form, typed }: Incoming): Promise<JunkReason | null> {
    const blockedWords = await this.blockedWords(clientId);
    const reason = junkReason(form, typed, { blockedWords, isThrowAway });
    const text = reason ?? repeatableText(form, typed);
    if (reason || text === null) return reason;
    const digest = createHash('sha256').update(text).digest('base64url');
    const over = await this.limits.exceeded([{ key: `text ${formId} ${digest}`, ...sameText }]);
    return over && 'repeated';
  }

  async blockedWords(clientId: ClientId): Promise<string[]> {
    const [client] = await this.database.db
      .select({ blockedWords: clients.blockedWords })
      .from(clients)
      .where(eq(clients.id, clientId));
    return client?.blockedWords ?? [];
  }

  async block(clientId: ClientId, blockedWords: string[]): Promise<void> {
    await this.database.db
      .update(clients)
      .set({ blockedWords: [...new Set(blockedWords)] })
      .where(eq(clients.id, clientId));
  }
}
