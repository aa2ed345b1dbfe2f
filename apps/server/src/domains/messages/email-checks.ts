import { Injectable } from '@nestjs/common';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import type { Conditions } from '@plumgate/core/conditions';
import {
  checkEmail,
  emailTexts,
  sampleCode,
  sampleValues,
  type Email,
  type EmailFinding,
} from '@plumgate/core/emails';
import {
  mergeFieldUses,
  type MergeContext,
  type MergeField,
  type MergeGroup,
} from '@plumgate/core/messages';
import { and, eq, isNull, ne, sql, type SQL } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database } from '../../platform/database/database.ts';
import { notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Worker } from '../../platform/worker.ts';
import { Causes } from '../../records/causes/consequences.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { people } from '../../records/people/table.ts';
import { knownMergeFields } from '../../records/references/check-merge-fields.ts';
import { PeopleList } from '../people/people-list.service.ts';
import { Composer } from './composer.ts';
import { namedThings } from './email-places.ts';
import { Messenger } from './messenger.ts';
import { PersonLinks } from './person-links.ts';

/** What a marketer does with an email before it goes to people: has it checked, and reads it in their own inbox. */
@Injectable()
export class EmailChecks {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly causes: Causes,
    private readonly worker: Worker,
    private readonly people: PeopleList,
    private readonly composer: Composer,
    private readonly messenger: Messenger,
    private readonly links: PersonLinks,
  ) {}

  /** What is better mended before it goes to the people of whom the conditions hold; `bytes` is the length of its HTML. */
  async check(
    clientId: ClientId,
    { email, groups, onlyFor }: { email: Email; groups: MergeGroup[]; onlyFor: Conditions },
  ): Promise<{ findings: EmailFinding[]; bytes: number }> {
    const { db } = this.database;
    const client = await this.client(clientId);
    const fields = await knownMergeFields(db, clientId, groups);
    const named = await namedThings(db, clientId, { emails: [email], words: [] });
    const { html } = await this.composer.draw(client, email, this.sampleOf(client), named);
    const bytes = Buffer.byteLength(html);
    const findings = checkEmail(email, {
      ...{ fields, bytes, files: named.files, phone: client.facts.phone },
      address: client.facts.street,
      livePages: new Set(named.pages.keys()),
      emptyFor: await this.emptyFor(clientId, email, fields, onlyFor),
    });
    return { findings, bytes };
  }

  /** Sends an email to a user, as the person would read it, or a sample person for null; gives the address. */
  async sendTest(
    who: CurrentUser,
    clientId: ClientId,
    { email, personId }: { email: Email; personId: PersonId | null },
  ): Promise<{ to: string }> {
    const client = await this.client(clientId);
    const pools = await knownMergeFields(this.database.db, clientId, ['vouchers']);
    const codes = pools.map(({ field }) => [field.split('.')[1]!, sampleCode]);
    const values = {
      ...this.sampleOf(client),
      vouchers: Object.fromEntries(codes) as Record<string, string>,
    };
    const context = personId ? { ...values, ...(await this.personOf(client, personId)) } : values;
    await this.database.transaction(async (tx) => {
      const effects = this.causes.begin();
      const key = `test:${this.ids.next<string>()}`;
      const to = { client, to: who.email, key, at: this.clock.now(), context };
      this.messenger.testEmail(effects, to, { ...email, subject: `Test: ${email.subject}` });
      await effects.write(tx);
    });
    this.worker.wake();
    return { to: who.email };
  }

  private sampleOf(client: ClientRow): MergeContext {
    return sampleValues({
      ...{ name: client.name, facts: client.facts },
      site: this.links.onSite(client, ''),
    });
  }

  private async personOf(client: ClientRow, id: PersonId): Promise<MergeContext> {
    const [person] = await this.database.db
      .select()
      .from(people)
      .where(and(eq(people.id, id), eq(people.clientId, client.id), isNull(people.removedAt)));
    if (!person) throw notFound();
    return this.messenger.personIn(person, client);
  }

  /** The fields of people that would leave a gap, with how many of those who can get email would see one. */
  private async emptyFor(
    clientId: ClientId,
    email: Email,
    fields: readonly MergeField[],
    onlyFor: Conditions,
  ): Promise<{ field: string; people: number }[]> {
    const bare = new Set(
      emailTexts(email)
        .flatMap(mergeFieldUses)
        .filter(({ fallsBack }) => !fallsBack)
        .map(({ field }) => field),
    );
    const asked = fields.flatMap(({ field }) => {
      const isEmpty = bare.has(field) ? isEmptySql(field) : null;
      return isEmpty ? [{ field, isEmpty }] : [];
    });
    if (asked.length === 0) return [];
    const { rows } = await this.database.db.execute<{ counts: number[] }>(
      sql`select array[${sql.join(
        asked.map(({ isEmpty }) => sql`count(*) filter (where ${isEmpty})`),
        sql`, `,
      )}]::int[] as counts from ${people} where ${and(
        await this.people.among(clientId, onlyFor),
        ne(people.email, ''),
        isNull(people.mailRefusedAt),
        isNull(people.unsubscribedAt),
      )}`,
    );
    return asked
      .map(({ field }, index) => ({ field, people: rows[0]!.counts[index]! }))
      .filter((one) => one.people > 0);
  }

  private async client(id: ClientId): Promise<ClientRow> {
    const [client] = await this.database.db.select().from(clients).where(eq(clients.id, id));
    if (!client) throw notFound();
    return client;
  }
}

/** Whether a field of a person is empty; null for a field that is no person's. */
function isEmptySql(field: string): SQL | null {
  const own = /^person\.fields\.(.+)$/.exec(field)?.[1];
  if (own) return sql`${people.fields} -> ${own} is null`;
  switch (field) {
    case 'person.first_name':
      return eq(people.firstName, '');
    case 'person.last_name':
      return eq(people.lastName, '');
    case 'person.name':
      return and(eq(people.firstName, ''), eq(people.lastName, ''))!;
    case 'person.phone':
      return eq(people.phone, '');
    default:
      return null;
  }
}
