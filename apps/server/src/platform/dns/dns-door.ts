import { Resolver } from 'node:dns/promises';
import type { DnsRecord } from '@plumgate/core/domains';

/** What a resolver says of a name: its records, or that nobody could be asked. */
export type Answered = { ok: true; records: DnsRecord[] } | { ok: false };

/** The way to the domain name system: any resolver, by its address. */
export class DnsDoor {
  private readonly resolver = new Resolver({ timeout: 2000, tries: 2 });

  /** `server` is an address and a port, as `127.0.0.1:5353`; without one the machine's own resolvers are asked. */
  constructor(server?: string) {
    if (server) this.resolver.setServers([server]);
  }

  /** The records of one type under a name. A name that is not there has none. */
  async ask(name: string, type: DnsRecord['type']): Promise<Answered> {
    try {
      const values = await this.resolve(name, type);
      return {
        ok: true,
        records: values.map((value) => ({ name, type, value: tidy(value, type) })),
      };
    } catch (error) {
      const { code } = error as { code?: string };
      return code === 'ENOTFOUND' || code === 'ENODATA' ? { ok: true, records: [] } : { ok: false };
    }
  }

  private async resolve(name: string, type: DnsRecord['type']): Promise<string[]> {
    if (type === 'CNAME') return this.resolver.resolveCname(name);
    if (type === 'A') return this.resolver.resolve4(name);
    return (await this.resolver.resolveTxt(name)).map((parts) => parts.join(''));
  }
}

/** Names differ in nothing but their letters' size (RFC 4343); a TXT's value is as it was written. */
const tidy = (value: string, type: DnsRecord['type']) =>
  type === 'TXT' ? value : value.toLowerCase().replace(/\.$/, '');
