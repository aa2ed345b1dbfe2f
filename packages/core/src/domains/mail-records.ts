import type { Comparison, DnsRecord } from './records.ts';

/** What a domain says of mail in a client's name. */
export interface MailSetUp {
  domain: string;
  /** Under which name the key of this client lies. */
  selector: string;
  /** The public key as RFC 6376 has it: base64 of its DER. */
  publicKey: string;
  /** The name whose servers may send for the domain. */
  spf: string;
}

/**
 * The records by which receivers believe mail from a domain that we send: the key that it is signed with (DKIM, RFC 6376
 * section 3.6.1), the servers that may send it (SPF, RFC 7208), and what to do with any other (DMARC, RFC 7489).
 */
export const mailRecords = ({ domain, selector, publicKey, spf }: MailSetUp): DnsRecord[] => [
  {
    ...{ name: `${selector}._domainkey.${domain}`, type: 'TXT' as const },
    value: `v=DKIM1; k=rsa; p=${publicKey}`,
  },
  { name: domain, type: 'TXT', value: `v=spf1 include:${spf} ~all` },
  { name: `_dmarc.${domain}`, type: 'TXT', value: 'v=DMARC1; p=none' },
];

/** The tags of a record such as `v=DKIM1; p=…`, white space left out (RFC 6376, section 3.2). */
const tagsIn = (value: string): Record<string, string> =>
  Object.fromEntries(
    value.split(';').flatMap((tag) => {
      const [name, ...rest] = tag.split('=');
      return rest.length > 0
        ? [[name!.trim().toLowerCase(), rest.join('=').replace(/\s/g, '')]]
        : [];
    }),
  );

const isSpf = (value: string) => /^v=spf1(\s|$)/i.test(value);
const isDmarc = (value: string) => /^v=DMARC1\s*;/i.test(value);

/**
 * Compares what is needed with what a resolver answered. The records may say more than is needed: other servers in SPF, as
 * long as there is but one such record (RFC 7208, section 4.5); any policy in DMARC.
 */
export function compareMailRecords(
  { domain, selector, publicKey, spf }: MailSetUp,
  answered: readonly DnsRecord[],
): Comparison[] {
  const [key, servers, policy] = mailRecords({ domain, selector, publicKey, spf });
  const under = (record: DnsRecord) =>
    answered.filter(({ name, type }) => name === record.name && type === 'TXT');
  const compared = (needed: DnsRecord, found: DnsRecord[], right: boolean): Comparison => ({
    needed,
    found,
    right,
  });
  const keys = under(key!);
  const spfs = under(servers!).filter(({ value }) => isSpf(value));
  const policies = under(policy!).filter(({ value }) => isDmarc(value));
  return [
    compared(
      key!,
      keys,
      keys.some(({ value }) => tagsIn(value).p === publicKey),
    ),
    compared(
      servers!,
      spfs,
      spfs.length === 1 && spfs[0]!.value.toLowerCase().split(/\s+/).includes(`include:${spf}`),
    ),
    compared(policy!, policies, policies.length === 1 && 'p' in tagsIn(policies[0]!.value)),
  ];
}
