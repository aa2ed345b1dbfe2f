import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { namespacesIn, pageLinkName, type Letterhead } from '@plumgate/core/messages';
import { and, eq, inArray } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import type { EmailPayload } from '../../platform/mail/email-payload.ts';
import type { TextPayload } from '../../platform/texts/text-payload.ts';
import { agencies } from '../../records/accounts/table.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { messageTemplates } from '../../records/messages/message-content.ts';
import type { outbox } from '../../records/messages/outbox.table.ts';
import { earlierAddresses, isLive, pages } from '../../records/pages/table.ts';
import { shownPictures } from '../pictures/picture-address.ts';
import { accountEmail, clientEmail, fillFor } from './compose.ts';
import { PersonLinks } from './person-links.ts';

type OutboxRow = typeof outbox.$inferSelect;
type Template = typeof messageTemplates.$inferSelect;

/** What some queued messages are put together from. */
export interface Sources {
  agency: string;
  clients: Map<ClientId, ClientRow>;
  templates: Map<string, Template>;
  logos: Map<ClientId, Letterhead['logo']>;
  /** The live pages that personal links lead to, by the name that words have for each. */
  pages: Map<ClientId, ReadonlyMap<string, string>>;
}

/** Twice the widest that a logo is shown, for sharp screens. */
const logoWidth = 400;

/** The pages that personal links may lead to, also under the names that they had: for clients whose words name any. */
async function pagesFor(db: Queries, templates: readonly Template[]): Promise<Sources['pages']> {
  const naming = templates.filter(({ subject, body }) =>
    namespacesIn(`${subject}\n${body}`).has('links'),
  );
  const found: Sources['pages'] = new Map();
  for (const clientId of new Set(naming.map((template) => template.clientId))) {
    const rows = await db
      .select({ slug: pages.slug, earlier: earlierAddresses.slug })
      .from(pages)
      .leftJoin(earlierAddresses, eq(earlierAddresses.pageId, pages.id))
      .where(and(eq(pages.clientId, clientId), isLive));
    const named = rows.flatMap(({ slug, earlier }): [string, string][] =>
      earlier ? [[pageLinkName(earlier), slug]] : [],
    );
    const now = rows.map(({ slug }): [string, string] => [pageLinkName(slug), slug]);
    found.set(clientId, new Map([...named, ...now]));
  }
  return found;
}

/** Puts queued messages together: the template with the values of its merge fields, in the client's name and brand. */
@Injectable()
export class Composer {
  constructor(private readonly links: PersonLinks) {}

  /** Reads what these messages are put together from. */
  async sourcesOf(db: Queries, rows: readonly OutboxRow[]): Promise<Sources> {
    if (rows.length === 0)
      return {
        ...{ agency: '', clients: new Map(), templates: new Map() },
        ...{ logos: new Map(), pages: new Map() },
      };
    const owners = [...new Set(rows.flatMap(({ clientId }) => clientId ?? []))];
    const named = rows.flatMap(({ content }) =>
      content.as === 'template' ? [content.template] : [],
    );
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
      pages: await pagesFor(db, templates),
    };
  }

  /** A client's pages as links for the one who reads; nothing for the business. */
  private linksFor(
    client: ClientRow,
    { personId }: OutboxRow,
    sources: Sources,
  ): { links?: Record<string, string> } {
    const pages = sources.pages.get(client.id);
    if (!pages || !personId) return {};
    const links = [...pages].map(([name, slug]) => [
      name,
      this.links.personal(client, personId, `/${slug}`),
    ]);
    return { links: Object.fromEntries(links) as Record<string, string> };
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
      const { subject, body: text, actions = [], replyTo } = content;
      const unsubscribe = this.links.stopNotices(client, row.to);
      const words = { to: row.to, subject, text, actions, unsubscribe };
      return { ...clientEmail(client, logo, words), replyTo };
    }
    const template = sources.templates.get(content.template);
    if (!template) throw new Error('The words of this message are gone.');
    const { calendar } = content;
    const values = { ...content.values, ...this.linksFor(client, row, sources) };
    if (row.kind === 'text') {
      const body = fillFor(client, template.body, values).trim();
      return { kind: 'text', from: row.from, to: row.to, body };
    }
    const email = clientEmail(client, logo, {
      to: row.to,
      subject: fillFor(client, template.subject, values),
      text: fillFor(client, template.body, values),
      unsubscribe: this.links.unsubscribe(client, row.personId!),
    });
    return { ...email, ...(calendar && { calendar }) };
  }
}
