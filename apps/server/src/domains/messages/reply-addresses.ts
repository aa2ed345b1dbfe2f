import { Inject, Injectable } from '@nestjs/common';
import { PersonId } from '@plumgate/core/basics';
import { CONFIG, type Config } from '../../platform/config.ts';
import { Seal } from '../../platform/seal.ts';

type Purpose = 'answer' | 'bounce';

/**
 * The addresses that people's answers and mail servers' reports go to. Each person has one,  so that an answer is known for theirs whichever of their
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
    return this.address('answer', id);
  }

  /** Where a mail server reports what became of a message; null where it reports to the sender's address. */
  reportsOf(message: string): string | null {
    return this.address('bounce', message);
  }

  /** Whose answers come to an address; null for one that is not ours. */
  personOf(address: string): PersonId | null {
    return PersonId.safeParse(this.idIn('answer', address)).data ?? null;
  }

  /** Of which message reports come to an address; null for one that is not ours. */
  messageOf(address: string): string | null {
    return this.idIn('bounce', address);
  }

  private address(purpose: Purpose, id: string): string | null {
    const { replyDomain } = this.config;
    if (!replyDomain) return null;
    return `${purpose}+${id.replaceAll('-', '')}${this.seals.mark(purpose, id)}@${replyDomain}`;
  }

  private idIn(purpose: Purpose, address: string): string | null {
    const [name = '', domain] = address.toLowerCase().split('@');
    if (domain !== this.config.replyDomain || !name.startsWith(`${purpose}+`)) return null;
    const rest = name.slice(purpose.length + 1);
    const id = rest.slice(0, 32).replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
    return this.seals.isMarked(purpose, id, rest.slice(32)) ? id : null;
  }

  /** The client that an address is for by its name: mail to `quayside-dental@` our domain comes to its inbox. */
  clientSlugOf(address: string): string | null {
    const [name = '', domain] = address.toLowerCase().split('@');
    return domain === this.config.replyDomain && !name.includes('+') ? name : null;
  }
}
