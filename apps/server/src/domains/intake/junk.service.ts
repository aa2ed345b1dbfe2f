import { createHash } from 'node:crypto';
import { domainToASCII, domainToUnicode } from 'node:url';
import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { junkReason, repeatableText, type JunkReason, type JunkRules } from '@plumgate/core/forms';
import { eq } from 'drizzle-orm';
import MailChecker from 'mailchecker';
import topLevelDomains from 'tlds' with { type: 'json' };
import { Database } from '../../platform/database/database.ts';
import { Limits } from '../../platform/limits/limits.ts';
import { clients } from '../../records/clients/table.ts';
import { SiteVersions } from '../clients/site-versions.ts';
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

/** The root zone's names (IANA), and those that are kept for tests and examples (RFC 2606, section 2). */
const topNames = new Set([...topLevelDomains, 'test', 'example']);

/** Whether no mail host can have this name: it has no dot, or ends in a name that there is not. */
function isImpossible(host: string): boolean {
  const name = domainToUnicode(domainToASCII(host));
  return !name.includes('.') || !topNames.has(name.slice(name.lastIndexOf('.') + 1));
}

type OwnRules = Pick<JunkRules, 'blockedWords' | 'minSeconds'>;

/** Says which submissions look as if no person had sent them, and keeps the words that a client blocks. */
@Injectable()
export class JunkService {
  constructor(
    private readonly database: Database,
    private readonly limits: Limits,
    private readonly versions: SiteVersions,
  ) {}

  async reasonFor({ formId, form, typed, junkRules }: Incoming): Promise<JunkReason | null> {
    const reason = junkReason(form, typed, { ...junkRules, isImpossible, isThrowAway });
    const text = reason ?? repeatableText(form, typed);
    if (reason || text === null) return reason;
    const digest = createHash('sha256').update(text).digest('base64url');
    const over = await this.limits.exceeded([{ key: `text ${formId} ${digest}`, ...sameText }]);
    return over && 'repeated';
  }

  /** What a client wants put aside, beside what is always. */
  async rules(clientId: ClientId): Promise<OwnRules> {
    const [client] = await this.database.db
      .select({ blockedWords: clients.blockedWords, minSeconds: clients.minSeconds })
      .from(clients)
      .where(eq(clients.id, clientId));
    return client ?? { blockedWords: [], minSeconds: 0 };
  }

  async setRules(clientId: ClientId, { blockedWords, minSeconds }: OwnRules): Promise<void> {
    await this.database.transaction(async (tx) => {
      await tx
        .update(clients)
        .set({ blockedWords: [...new Set(blockedWords)], minSeconds })
        .where(eq(clients.id, clientId));
      // Live pages carry the rules, since every submission is looked at by them.
      await this.versions.changed(tx, clientId);
    });
  }
}
