import { Injectable } from '@nestjs/common';
import type { ClientId } from '@plumgate/core/basics';
import { resoFields, resoFromListing } from '@plumgate/core/listings';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { Database } from '../../platform/database/database.ts';
import { csvOf } from '../../platform/http/csv.ts';
import { staff } from '../../records/clients/record-tables.ts';
import { listings } from '../../records/listings/table.ts';
import { ClientService } from '../clients/client.service.ts';

/** A client's listings for other systems, by RESO's names. */
@Injectable()
export class ListingExport {
  constructor(
    private readonly database: Database,
    private readonly clients: ClientService,
  ) {}

  /** As JSON, in the envelope of an OData answer. */
  async json(clientId: ClientId): Promise<string> {
    return JSON.stringify({ value: await this.records(clientId) });
  }

  async csv(clientId: ClientId): Promise<string> {
    const records = await this.records(clientId);
    const columns = resoFields.filter((field) => records.some((record) => field in record));
    return csvOf([
      columns,
      ...records.map((record) =>
        columns.map((field) => {
          const value = record[field] ?? '';
          return Array.isArray(value) ? value.join(', ') : String(value);
        }),
      ),
    ]);
  }

  private async records(clientId: ClientId): Promise<ReturnType<typeof resoFromListing>[]> {
    const { currency } = (await this.clients.row(clientId)).facts;
    const rows = await this.database.db
      .select({ content: listings.content })
      .from(listings)
      .where(and(eq(listings.clientId, clientId), isNull(listings.removedAt)))
      .orderBy(asc(listings.madeAt), asc(listings.id));
    const people = await this.database.db
      .select({ id: staff.id, name: staff.name })
      .from(staff)
      .where(eq(staff.clientId, clientId));
    const names = new Map(people.map(({ id, name }) => [id, name]));
    return rows.map(({ content }) =>
      resoFromListing(content, (content.agent && names.get(content.agent)) ?? '', currency),
    );
  }
}
