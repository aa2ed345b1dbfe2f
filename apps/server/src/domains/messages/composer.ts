import { Inject, Injectable } from '@nestjs/common';
import type { ClientId, PersonId } from '@plumgate/core/basics';
import {
  emailFromText,
  emailText,
  emailTexts,
  senderOf,
  type Email,
  type Letterhead,
} from '@plumgate/core/emails';
import { mergeFieldUses, type MergeContext } from '@plumgate/core/messages';
import { dialled } from '@plumgate/core/people';
import type { EmailView } from '@plumgate/email-kit';
import { and, eq, inArray } from 'drizzle-orm';
import { CONFIG, type Config } from '../../platform/config.ts';
import { mailDomains } from '../../records/own-domains/table.ts';
import { isAnyOf } from '../../platform/database/bulk.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';
import { agencies } from '../../records/accounts/table.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { messageTemplates } from '../../records/messages/message-content.ts';
import type { PersonRow } from '../../records/people/person-store.ts';
import { people } from '../../records/people/table.ts';
import type { outbox } from '../../records/messages/outbox.table.ts';
import { VoucherService } from '../vouchers/voucher.service.ts';
import { codePath } from '../vouchers/code-picture.ts';
import { fileHref } from '../pictures/file.service.ts';
import { shownPictures } from '../pictures/picture-address.ts';
import { accountEmail, clientEmail, fillFor, finalEmail, finalView, personIn } from './compose.ts';
import { MessageLinks, withShortLinks } from './counted-links.ts';
import { namedThings, type NamedThings } from './email-places.ts';
import { PersonLinks } from './person-links.ts';
import { ReplyAddresses } from './reply-addresses.ts';

type OutboxRow = typeof outbox.$inferSelect;
type Template = typeof messageTemplates.$inferSelect;

type SigningKey = NonNullable<EmailPayload['signing']>;

/** What some queued messages are put together from. */
export interface Sources {
  agency: string;
  clients: Map<ClientId, ClientRow>;
  templates: Map<string, Template>;
  logos: Map<ClientId, Letterhead['logo']>;
  named: Map<ClientId, NamedThings>;
  /** The keys of clients' domains that emails may come from. */
  keys: Map<ClientId, SigningKey[]>;
  /** Whom messages go to that are filled as they leave. */
  people: Map<PersonId, PersonRow>;
  /** Of wordings that name vouchers: everybody's codes, and which of them the words can't do without. */
  vouchers: Map<
    string,
    { codes: ReadonlyMap<PersonId, Record<string, string>>; needed: readonly string[] }
  >;
}

/** Twice the widest that a logo is shown, for sharp screens. */
const logoWidth = 400;

/** The keys of domains whose records are right: what is signed for another would not be believed. */
async function keysOf(db: Queries, owners: readonly ClientId[]): Promise<Sources['keys']> {
  const rows = await db
    .select()
    .from(mailDomains)
    .where(and(isAnyOf(mailDomains.clientId, owners), eq(mailDomains.state, 'right')));
  const keys: Sources['keys'] = new Map();
  for (const { clientId, domain, selector, privateKey } of rows)
    keys.set(clientId, [...(keys.get(clientId) ?? []), { domain, selector, privateKey }]);
  return keys;
}

async function namedFor(
  db: Queries,
  templates: readonly Template[],
): Promise<Map<ClientId, NamedThings>> {
  const found = new Map<ClientId, NamedThings>();
  for (const clientId of new Set(templates.map((template) => template.clientId))) {
    const theirs = templates.filter((template) => template.clientId === clientId);
    const emails = theirs.flatMap(({ email }) => email ?? []);
    const words = theirs.flatMap(({ subject, body, email }) => (email ? [] : [subject, body]));
    found.set(clientId, await namedThings(db, clientId, { emails, words }));
  }
  return found;
}

/**
 * Whether links of a message are short ones that count: of every text, each letter of which is paid for, and of emails
 * that go to people by a sequence or a campaign. What one person writes to another is nobody's to follow.
 */
const isCounted = ({ personId, kind, runId, campaignId }: OutboxRow): boolean =>
  personId !== null && (kind === 'text' || runId !== null || campaignId !== null);

/** Puts queued messages together: the template with the values of its merge fields, in the client's name and brand. */
@Injectable()
export class Composer {
  constructor(
    private readonly database: Database,
    private readonly vouchers: VoucherService,
    private readonly links: PersonLinks,
    private readonly replies: ReplyAddresses,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Reads what these messages are put together from; what is only looked at, not sent, uses up no voucher. */
  async sourcesOf(
    db: Queries,
    rows: readonly OutboxRow[],
    { isSending = true } = {},
  ): Promise<Sources> {
    if (rows.length === 0)
      return {
        ...{ agency: '', clients: new Map(), templates: new Map() },
        ...{ logos: new Map(), named: new Map(), keys: new Map() },
        ...{ people: new Map(), vouchers: new Map() },
      };
    const owners = [...new Set(rows.flatMap(({ clientId }) => clientId ?? []))];
    const named = rows.flatMap(({ content }) => ('template' in content ? [content.template] : []));
    const senders = await db.select().from(clients).where(isAnyOf(clients.id, owners));
    const templates = await db
      .select()
      .from(messageTemplates)
      .where(inArray(messageTemplates.id, [...new Set(named)]));
    const [agency] = await db.select({ name: agencies.name }).from(agencies);
    return {
      agency: agency?.name ?? '',
      clients: new Map(senders.map((client) => [client.id, client])),
      templates: new Map(templates.map((template) => [template.id, template])),
      logos: await this.logosOf(db, senders),
      named: await namedFor(db, templates),
      keys: await keysOf(db, owners),
      people: await this.peopleOf(db, rows),
      vouchers: await this.vouchersFor(
        rows.filter(({ sentAt }) => isSending || sentAt),
        templates,
      ),
    };
  }

  /** A page for the one who reads; as everybody sees it where that is no person of the client. */
  private pageLink(client: ClientRow, personId: PersonId | null, slug: string): string {
    return personId
      ? this.links.personal(client, personId, `/${slug}`)
      : this.links.onSite(client, `/${slug}`);
  }

  /** An email as a sample person reads it; `named` is what it names. */
  async draw(
    client: ClientRow,
    email: Email,
    values: MergeContext,
    named: NamedThings,
  ): Promise<EmailPayload> {
    const logos = await this.logosOf(this.database.db, [client]);
    const view = this.viewFor(client, null, values, named);
    return clientEmail(client, logos.get(client.id) ?? null, { to: '', email, view });
  }

  /** A client's pages as links for the one who reads. */
  private linksFor(
    client: ClientRow,
    { personId }: OutboxRow,
    sources: Sources,
  ): { links?: Record<string, string> } {
    const pages = sources.named.get(client.id)?.pageNames;
    if (!pages?.size) return {};
    const links = [...pages].map(([name, slug]) => [name, this.pageLink(client, personId, slug)]);
    return { links: Object.fromEntries(links) as Record<string, string> };
  }

  /** Gives the people of these messages their codes, before anything is sent. */
  private async vouchersFor(
    rows: readonly OutboxRow[],
    templates: readonly Template[],
  ): Promise<Sources['vouchers']> {
    const found: Sources['vouchers'] = new Map();
    for (const template of templates) {
      const { id, clientId, email, subject, body } = template;
      const uses = (email ? emailTexts(email) : [subject, body])
        .flatMap(mergeFieldUses)
        .map(({ field, fallsBack }) => ({ names: field.split('.'), fallsBack }))
        .filter(({ names }) => names[0] === 'vouchers');
      if (uses.length === 0) continue;
      const keysOf = (some: typeof uses) => [...new Set(some.map(({ names }) => names[1]!))];
      const ids = rows.flatMap(({ content, personId }) =>
        'template' in content && content.template === id && personId ? [personId] : [],
      );
      const codes = await this.database.transaction((tx) =>
        this.vouchers.give(tx, clientId, keysOf(uses), ids),
      );
      found.set(id, { codes, needed: keysOf(uses.filter(({ fallsBack }) => !fallsBack)) });
    }
    return found;
  }

  /** A person's codes; a message that names vouchers of which none are left is not sent without one. */
  private codesFor(
    { personId }: OutboxRow,
    template: Template,
    { vouchers }: Sources,
  ): { vouchers?: Record<string, string> } {
    const named = vouchers.get(template.id);
    // A test has codes that are none.
    if (!named || !personId) return {};
    const codes = named.codes.get(personId) ?? {};
    if (named.needed.some((key) => !(key in codes)))
      throw Object.assign(new Error('No code is left.'), { code: 'NO-CODE-LEFT' });
    return { vouchers: codes };
  }

  private async peopleOf(db: Queries, rows: readonly OutboxRow[]): Promise<Sources['people']> {
    const ids = rows.flatMap(({ content, personId }) =>
      content.as === 'personal' && personId ? [personId] : [],
    );
    if (ids.length === 0) return new Map();
    const found = await db.select().from(people).where(isAnyOf(people.id, ids));
    return new Map(found.map((person) => [person.id, person]));
  }

  /** Mail programs fetch a logo from the client's own host, as a JPEG: not all of them read newer formats. */
  private async logosOf(
    db: Queries,
    senders: readonly ClientRow[],
  ): Promise<Map<ClientId, Letterhead['logo']>> {
    const ids = senders.flatMap(({ brand }) => brand.logo?.id ?? []);
    const shown = await shownPictures(db, ids);
    return new Map(
      senders.map(({ id, slug, brand }) => {
        const logo = brand.logo && shown.get(brand.logo.id);
        if (!logo) return [id, null];
        const src = this.links.onSite({ slug }, logo.src(logoWidth, 'jpeg'));
        return [id, { src, width: logo.width, height: logo.height }];
      }),
    );
  }

  /** @throws Error when a source of the message is gone */
  compose(row: OutboxRow, sources: Sources): EmailPayload | TextPayload {
    const { content } = row;
    if (content.as === 'finished') return content.payload;
    if (content.as === 'account') return accountEmail(sources.agency, row.to, content);
    const client = sources.clients.get(row.clientId!)!;
    const logo = sources.logos.get(client.id) ?? null;
    if (content.as === 'notice') {
      if (row.kind === 'text')
        return { kind: 'text', from: row.from, to: row.to, body: content.body };
      const unsubscribe = this.links.stopNotices(client, row.to);
      const addressed = {
        to: row.to,
        email: finalEmail(content),
        view: { ...finalView, unsubscribe },
      };
      return { ...clientEmail(client, logo, addressed), replyTo: content.replyTo };
    }
    const template = sources.templates.get(content.template);
    if (!template) throw new Error('The words of this message are gone.');
    const known = content.as === 'template' ? content.values : this.valuesNow(client, row, sources);
    const values = {
      ...known,
      ...this.linksFor(client, row, sources),
      ...this.codesFor(row, template, sources),
    };
    const links = isCounted(row)
      ? new MessageLinks(row.id, (path) => this.links.onSite(client, path))
      : null;
    if (row.kind === 'text') {
      const words = fillFor(client, template.body, values).trim();
      const body = links ? withShortLinks(words, links) : words;
      return {
        kind: 'text',
        from: row.from,
        to: row.to,
        body,
        ...(links && { links: links.all() }),
      };
    }
    const email = template.email ?? emailFromText(template);
    const named = sources.named.get(client.id)!;
    const view = this.viewFor(client, row.personId, values, named);
    if (links) {
      view.reading = { ...view.reading, followed: links.shortened };
      view.pixel = this.links.opened(client, row.id);
    }
    const composed = clientEmail(client, logo, { to: row.to, email, view });
    const { calendar, thread } = content.as === 'template' ? content : {};
    return {
      ...composed,
      ...this.senderFor(client, row, email, sources),
      ...(calendar && { calendar }),
      ...(thread && { thread }),
      ...(links && { links: links.all() }),
    };
  }

  /** What a message says, in plain text and without what stands around a letter; only its title where a source of it is gone. */
  words(row: OutboxRow, sources: Sources): { subject: string; body: string } {
    const { content, kind, title } = row;
    const subject = kind === 'email' ? title : '';
    const template = 'template' in content ? sources.templates.get(content.template) : undefined;
    const client = row.clientId ? sources.clients.get(row.clientId) : undefined;
    if (content.as === 'notice' || content.as === 'account') return { subject, body: content.body };
    if (content.as === 'finished') {
      const { payload } = content;
      return { subject, body: payload.kind === 'email' ? payload.text : payload.body };
    }
    const person = row.personId && sources.people.get(row.personId);
    if (!template || !client || (content.as === 'personal' && !person))
      return { subject, body: title };
    const known =
      content.as === 'template' ? content.values : personIn(person as PersonRow, client);
    const codes = sources.vouchers.get(template.id)?.codes.get(row.personId!);
    const values = {
      ...known,
      ...this.linksFor(client, row, sources),
      ...(codes && { vouchers: codes }),
    };
    if (kind === 'text') return { subject, body: fillFor(client, template.body, values).trim() };
    const { blocks } = template.email ?? emailFromText(template);
    const view = this.viewFor(client, row.personId, values, sources.named.get(client.id)!);
    return { subject, body: emailText(blocks, view.reading) };
  }

  /** An email as it is put together now; empty where a source of it is gone, and for a text. */
  html(row: OutboxRow, sources: Sources): string {
    try {
      const message = this.compose(row, sources);
      return message.kind === 'email' ? message.html : '';
    } catch {
      return '';
    }
  }

  /** From whom an email to a person comes, and where their answer goes. */
  private senderFor(
    client: ClientRow,
    { personId }: OutboxRow,
    { sender: message }: Email,
    { keys }: Sources,
  ): Pick<EmailPayload, 'fromName' | 'fromAddress' | 'signing' | 'replyTo'> {
    const mine = keys.get(client.id) ?? [];
    const { name, address, replyTo, domain } = senderOf({
      ...{ client: client.name, own: client.sender, message },
      ...{ verified: mine.map((key) => key.domain), installation: this.config.mailFrom },
    });
    const inbox = personId && this.replies.of(personId);
    return {
      fromName: name,
      replyTo: replyTo || inbox || client.facts.email,
      ...(domain && {
        fromAddress: address,
        signing: mine.find((key) => key.domain === domain)!,
      }),
    };
  }

  /** What merge fields say of the person as their record is now. */
  private valuesNow(client: ClientRow, { personId }: OutboxRow, { people }: Sources): MergeContext {
    const person = personId && people.get(personId);
    if (!person) throw new Error('The person of this message is gone.');
    return personIn(person, client);
  }

  /** How a person reads an email of a client. */
  private viewFor(
    client: ClientRow,
    personId: PersonId | null,
    values: MergeContext,
    named: NamedThings,
  ): Omit<EmailView, 'head'> {
    return {
      reading: {
        merge: (words) => fillFor(client, words, values),
        places: {
          page: (id) => {
            const slug = named.pages.get(id);
            return slug === undefined ? null : this.pageLink(client, personId, slug);
          },
          voucher: (code) => this.links.voucher(client, code),
          code: (code, as) => this.links.onSite(client, codePath(code, as)),
          file: (id) => (named.files.has(id) ? this.links.onSite(client, fileHref(id)) : null),
          phone: client.facts.phone && dialled(client.facts.phone, client.facts.country),
        },
      },
      // Mail programs fetch pictures from the client's own host, as JPEGs: not all of them read newer formats.
      pictureSrc: ({ id }, width) => {
        const shown = named.pictures.get(id);
        return shown ? this.links.onSite(client, shown.src(width, 'jpeg')) : null;
      },
      unsubscribe: personId && this.links.unsubscribe(client, personId),
      preferences: personId && this.links.preferences(client, personId),
    };
  }
}
