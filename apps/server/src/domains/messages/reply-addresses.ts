import { Inject, Injectable } from '@nestjs/common';
import { PersonId } from '@plumgate/core/basics';
import { CONFIG, type Config } from '../../platform/config.ts';
import { Seal } from '../../platform/seal.ts';

const prefix = 'answer+';
const purpose = 'answer';

/**
 * The addresses that people's answers go to, one for each person, so that an answer is known for theirs whichever of their
 * mailboxes it leaves. Small letters and digits alone, and short enough for a mailbox's name (RFC 5321, section 4.5.3.1.1:
 * 64 octets); signed, so that nobody can guess another's.
 */
@Injectable()
export class ReplyAddresses {
  constructor(
    private readonly seals: Seal,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Null where answers go to the client's own address. */
  of(id: PersonId): string | null {
    const { replyDomain } = this.config;
    if (!replyDomain) return null;
    return `${prefix}${id.replaceAll('-', '')}${this.seals.mark(purpose, id)}@${replyDomain}`;
  }

  /** Whose answers come to an address; null for one that is not ours. */
  personOf(address: string): PersonId | null {
    const [name = '', domain] = address.toLowerCase().split('@');
    if (domain !== this.config.replyDomain || !name.startsWith(prefix)) return null;
    const rest = name.slice(prefix.length);
    const dashed = rest.slice(0, 32).replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
    const id = PersonId.safeParse(dashed).data;
    return id && this.seals.isMarked(purpose, id, rest.slice(32)) ? id : null;
  }

  /** The client that an address is for by its name: mail to `quayside-dental@` our domain comes to its inbox. */
  clientSlugOf(address: string): string | null {
    const [name = '', domain] = address.toLowerCase().split('@');
    return domain === this.config.replyDomain && !name.includes('+') ? name : null;
  }
}
