import { Injectable } from '@nestjs/common';
import type { FormId, FunnelId, ListingId, PageId } from '@plumgate/core/basics';
import { listingName } from '@plumgate/core/listings';
import { pagesOfHome } from '@plumgate/core/templates';
import { Database } from '../../platform/database/database.ts';
import { IdSource } from '../../platform/id-source.ts';
import { stepsOf } from '../../records/pages/page-row.ts';
import { FunnelService } from '../funnels/funnel.service.ts';
import { ListingService } from './listing.service.ts';

/** Pages for homes, each made from its listing. */
@Injectable()
export class ListingPages {
  constructor(
    private readonly database: Database,
    private readonly ids: IdSource,
    private readonly listings: ListingService,
    private readonly funnels: FunnelService,
  ) {}

  /** Makes a funnel for a home, named by its street and town; nothing of it is live yet. */
  async make(id: ListingId): Promise<{ funnelId: FunnelId; pageId: PageId }> {
    const { clientId, content } = await this.listings.row(id);
    const name = listingName(content);
    const pages = pagesOfHome(id, name, {
      part: () => this.ids.next<string>().slice(0, 13),
      form: () => this.ids.next<FormId>(),
    });
    const funnelId = await this.funnels.create(clientId, name, { pages });
    const [first] = await stepsOf(this.database.db, funnelId);
    return { funnelId, pageId: first!.id };
  }
}
