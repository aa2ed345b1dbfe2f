import { isDeepStrictEqual } from 'node:util';
import { Inject, Injectable } from '@nestjs/common';
import {
  mergeParts,
  referencesIn,
  type ClientId,
  type Reference,
  type StageId,
} from '@plumgate/core/basics';
import { Brand, plainBrand } from '@plumgate/core/brand';
import { emptyFacts, Facts } from '@plumgate/core/clients';
import { usualStages } from '@plumgate/core/people';
import type { ClientSheet, ClientSummary } from '@plumgate/contract';
import { and, asc, eq, isNotNull, isNull } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import type { CurrentUser } from '../../platform/http/bind.ts';
import { IdSource } from '../../platform/id-source.ts';
import { OwnVisits } from '../../platform/own-visits.ts';
import { SiteAddress } from '../../platform/site-address.ts';
import { pages } from '../../records/pages/table.ts';
import { clients, type ClientRow } from '../../records/clients/table.ts';
import { renewPromises } from '../../records/people/waiting.ts';
import { stages } from '../../records/people/stages.table.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { seenBy, type Sees } from '../../records/accounts/users-of.ts';
import { userClients } from '../../records/accounts/table.ts';

/** The pictures that a client's brand and fact sheet name. */
const picturesOf = ({ brand, facts }: Partial<Pick<ClientRow, 'brand' | 'facts'>>): Reference[] => [
  ...(brand ? referencesIn(Brand, brand) : []),
  ...(facts ? referencesIn(Facts, facts) : []),
];

/** What decides by when somebody is to be answered. */
const promiseOf = ({ facts }: ClientRow) => [
  facts.promiseMinutes,
  facts.week,
  facts.closed,
  facts.zone,
];

@Injectable()
export class ClientService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    @Inject(SiteAddress) private readonly address: SiteAddress,
    private readonly own: OwnVisits,
  ) {}

  /** The clients somebody may see, by name. */
  async list(who: Sees): Promise<ClientSummary[]> {
    const rows = await this.database.db
      .select()
      .from(clients)
      .where(and(seenBy(who, clients.id), isNull(clients.archivedAt)))
      .orderBy(asc(clients.name));
    return rows.map((row) => this.sheet(row));
  }

  async row(id: ClientId, db: Queries = this.database.db): Promise<ClientRow> {
    const [row] = await db.select().from(clients).where(eq(clients.id, id));
    if (!row) throw notFound();
    return row;
  }

  /** The client that answers at an address; null when none does, or no more. */
  async bySlug(slug: string, { andArchived = false } = {}): Promise<ClientRow | null> {
    const isActive = andArchived ? undefined : isNull(clients.archivedAt);
    const [row] = await this.database.db
      .select()
      .from(clients)
      .where(and(eq(clients.slug, slug), isActive));
    return row ?? null;
  }

  async get(id: ClientId): Promise<ClientSheet> {
    return this.sheet(await this.row(id));
  }

  async create(
    given: {
      name: string;
      slug: string;
      zone: string;
      facts?: Facts;
      brand?: Brand;
    },
    by?: CurrentUser,
  ): Promise<ClientSheet> {
    const row = await this.database.transaction(async (tx) => {
      const [made] = await tx
        .insert(clients)
        .values({
          id: this.ids.next<ClientId>(),
          name: given.name,
          slug: given.slug,
          facts: given.facts ?? emptyFacts(given.zone),
          brand: given.brand ?? plainBrand,
          createdAt: this.clock.now(),
        })
        .onConflictDoNothing()
        .returning();
      if (!made)
        throw new AppProblem('address-taken', {
          detail: `Another client already answers at “${given.slug}”. Choose another address.`,
          fields: [{ field: 'body.slug', message: 'This address is taken.' }],
        });
      await tx.insert(stages).values(
        usualStages.map((stage, position) => ({
          ...{ ...stage, position, clientId: made.id, id: this.ids.next<StageId>() },
        })),
      );
      // Whoever works for some clients only works for the one they add.
      if (by?.clientIds) await tx.insert(userClients).values({ userId: by.id, clientId: made.id });
      return made;
    });
    return this.sheet(row);
  }

  change(
    id: ClientId,
    changes: Partial<Pick<ClientRow, 'name' | 'facts' | 'brand'>>,
  ): Promise<ClientSheet> {
    return this.changeBy(id, () => changes);
  }

  /** Changes the name and the facts, but for what somebody else has changed since they were as `was` says. */
  changeFacts(
    id: ClientId,
    { was, ...mine }: NamedFacts & { was?: NamedFacts | undefined },
  ): Promise<ClientSheet> {
    return this.changeBy(id, (now) => (was ? mergedFacts(now, was, mine) : mine));
  }

  private changeBy(
    id: ClientId,
    changesOf: (now: ClientRow) => Partial<Pick<ClientRow, 'name' | 'facts' | 'brand'>>,
  ): Promise<ClientSheet> {
    return this.database.transaction(async (tx) => {
      const [before] = await tx.select().from(clients).where(eq(clients.id, id)).for('update');
      if (!before) throw notFound();
      const changes = changesOf(before);
      await checkReferences(tx, id, picturesOf(changes), 'body', picturesOf(before));
      const [row] = await tx.update(clients).set(changes).where(eq(clients.id, id)).returning();
      if (!isDeepStrictEqual(promiseOf(before), promiseOf(row!)))
        await renewPromises(tx, row!, this.clock.now());
      // What every page shows is another: visitors see it once the pages are published again.
      if (!isDeepStrictEqual(before, row))
        await tx
          .update(pages)
          .set({ liveVersion: 0 })
          .where(and(eq(pages.clientId, id), isNotNull(pages.liveVersion)));
      return this.sheet(row!);
    });
  }

  sheet(row: ClientRow): ClientSheet {
    return {
      id: row.id,
      name: row.name,
      slug: row.slug,
      trade: row.facts.trade,
      zone: row.facts.zone,
      currency: row.facts.currency,
      country: row.facts.country,
      measuring: row.measuring.mode,
      site: this.address.of(row.slug),
      knownSite: this.address.known(row.slug),
      ownMarker: this.own.marker(row.id, this.clock.now()),
      colour: row.brand.colours.action,
      facts: row.facts,
      brand: row.brand,
    };
  }
}

type NamedFacts = Pick<ClientRow, 'name' | 'facts'>;

function mergedFacts(now: NamedFacts, was: NamedFacts, mine: NamedFacts): NamedFacts {
  const flat = ({ name, facts }: NamedFacts) => ({ name, ...facts });
  const result = mergeParts(flat(now), flat(was), flat(mine));
  if ('merged' in result) {
    const { name, ...facts } = result.merged;
    return { name, facts };
  }
  const theirs = flat(now)[result.conflict];
  const part = result.conflict.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  const to = typeof theirs === 'string' ? `, to “${theirs}”` : '';
  throw new AppProblem('changed-elsewhere', {
    detail: `Somebody else changed the ${part} meanwhile${to}. Change it again to put yours in its place.`,
  });
}
