import type { Comparison, DnsRecord, DomainState } from '@plumgate/core/domains';
import { pgTable, primaryKey, serial, text, uniqueIndex, index } from 'drizzle-orm/pg-core';
import { ofClient } from '../clients/table.ts';
import { instant, json } from '../../platform/database/columns.ts';

/** Hosts of clients' own. The key says it: a host belongs to one client only. */
export const domains = pgTable(
  'domains',
  {
    host: text().primaryKey(),
    clientId: ofClient(),
    shown: text().notNull(),
    /** What a TXT record has to say where a CNAME can't stand. */
    proof: text().notNull(),
    state: text().$type<DomainState>().notNull(),
    lostAt: instant('lost_at'),
    addedAt: instant('added_at').notNull(),
    checkedAt: instant('checked_at'),
    checkDue: instant('check_due').notNull(),
    /** What the last check found, beside what was needed. */
    compared: json<Comparison[]>().notNull(),
  },
  (table) => [
    index('domains_by_client').on(table.clientId),
    index('domains_due').on(table.checkDue),
  ],
);

/** Domains of clients that emails come from, each with the key that they are signed with (DKIM, RFC 6376). */
export const mailDomains = pgTable(
  'mail_domains',
  {
    clientId: ofClient(),
    domain: text().notNull(),
    /** Under which name its key lies: `<selector>._domainkey.<domain>`. */
    selector: text().notNull(),
    /** Base64 of its DER. */
    publicKey: text('public_key').notNull(),
    /** PEM of PKCS 8. */
    privateKey: text('private_key').notNull(),
    state: text().$type<DomainState>().notNull(),
    lostAt: instant('lost_at'),
    addedAt: instant('added_at').notNull(),
    checkedAt: instant('checked_at'),
    checkDue: instant('check_due').notNull(),
    /** What the last check found, beside what was needed. */
    compared: json<Comparison[]>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.clientId, table.domain] }),
    index('mail_domains_due').on(table.checkDue),
  ],
);

/** What the DNS stand-in answers: edited on its own screen, as at a DNS host. */
export const standInRecords = pgTable(
  'stand_in_records',
  {
    id: serial().primaryKey(),
    name: text().notNull(),
    type: text().$type<DnsRecord['type']>().notNull(),
    value: text().notNull(),
  },
  (table) => [uniqueIndex('stand_in_records_once').on(table.name, table.type, table.value)],
);
