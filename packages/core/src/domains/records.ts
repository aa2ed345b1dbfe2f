import type { HostName } from './host-name.ts';

/** One line at the DNS host. Names and values without the dot at their end, in small letters but for a TXT's value. */
export interface DnsRecord {
  name: string;
  type: 'CNAME' | 'TXT' | 'A';
  value: string;
}

/** Where pages answer: a name under which each client has one of its own, and an address for names without a CNAME. */
export interface Target {
  name: string;
  ip: string;
}

/**
 * The records that lead a host to a client's pages. Each client's target has its own name, so that a record there says
 * whose the host is: a wildcard or a record left over from somebody else proves nothing for another client. A registered
 * name itself can't have a CNAME: there an A record leads, and a TXT record proves.
 */
export function recordsNeeded(
  { host, isApex }: Pick<HostName, 'host' | 'isApex'>,
  clientSlug: string,
  proof: string,
  target: Target,
): DnsRecord[] {
  if (!isApex) return [{ name: host, type: 'CNAME', value: `${clientSlug}.${target.name}` }];
  return [
    { name: host, type: 'A', value: target.ip },
    { name: `_plumgate.${host}`, type: 'TXT', value: proof },
  ];
}

/** A needed record beside what was found under its name; `right` when that is it. */
export interface Comparison {
  needed: DnsRecord;
  found: DnsRecord[];
  right: boolean;
}

/** Compares what is needed with what a resolver answered. Another CNAME beside the right one can't be; TXT may be many. */
export function compareRecords(
  needed: readonly DnsRecord[],
  answered: readonly DnsRecord[],
): Comparison[] {
  return needed.map((record) => {
    const found = answered.filter(({ name }) => name === record.name);
    const right = found.some(({ type, value }) => type === record.type && value === record.value);
    return { needed: record, found, right };
  });
}
