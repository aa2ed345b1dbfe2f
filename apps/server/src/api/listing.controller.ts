import { Controller, StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { AreaService } from '../domains/listings/area.service.ts';
import { ListingExport } from '../domains/listings/listing-export.service.ts';
import { ListingImport } from '../domains/listings/listing-import.service.ts';
import { ListingPages } from '../domains/listings/listing-pages.service.ts';
import { ListingService } from '../domains/listings/listing.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';
import { Bin } from '../records/bin/bin.ts';

@Controller()
export class ListingController {
  constructor(
    private readonly listings: ListingService,
    private readonly importing: ListingImport,
    private readonly exporting: ListingExport,
    private readonly pages: ListingPages,
    private readonly areas: AreaService,
    private readonly bin: Bin,
  ) {}

  @Bind(api.listListings)
  list(
    @Input() { params, query }: InputOf<typeof api.listListings>,
  ): Promise<Answer<typeof api.listListings>> {
    return this.listings.list(params.clientId, query);
  }

  @Bind(api.createListing)
  async create(
    @Input() { params, body }: InputOf<typeof api.createListing>,
  ): Promise<Answer<typeof api.createListing>> {
    return { id: await this.listings.create(params.clientId, body) };
  }

  @Bind(api.importListings)
  async import(
    @Input() { params, query, body }: InputOf<typeof api.importListings>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.importListings>> {
    const content = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
    const isTry = query.try === 'yes';
    return { jobId: await this.importing.ask(who, params.clientId, content, { isTry }) };
  }

  @Bind(api.exportListings)
  async csv(@Input() { params }: InputOf<typeof api.exportListings>): Promise<StreamableFile> {
    return csvFile(await this.exporting.csv(params.clientId), 'listings.csv');
  }

  @Bind(api.exportListingsJson)
  async json(@Input() { params }: InputOf<typeof api.exportListingsJson>): Promise<StreamableFile> {
    return new StreamableFile(Buffer.from(await this.exporting.json(params.clientId)), {
      type: 'application/json',
      disposition: 'attachment; filename="listings.json"',
    });
  }

  @Bind(api.getListing)
  get(@Input() { params }: InputOf<typeof api.getListing>): Promise<Answer<typeof api.getListing>> {
    return this.listings.get(params.listingId);
  }

  @Bind(api.saveListing)
  save(
    @Input() { params, body }: InputOf<typeof api.saveListing>,
  ): Promise<Answer<typeof api.saveListing>> {
    return this.listings.save(params.listingId, body);
  }

  @Bind(api.makeListingPage)
  makePage(
    @Input() { params }: InputOf<typeof api.makeListingPage>,
  ): Promise<Answer<typeof api.makeListingPage>> {
    return this.pages.make(params.listingId);
  }

  @Bind(api.listAreas)
  async listAreas(
    @Input() { params }: InputOf<typeof api.listAreas>,
  ): Promise<Answer<typeof api.listAreas>> {
    return { areas: await this.areas.list(params.clientId) };
  }

  @Bind(api.createArea)
  async createArea(
    @Input() { params, body }: InputOf<typeof api.createArea>,
  ): Promise<Answer<typeof api.createArea>> {
    return { id: await this.areas.create(params.clientId, body) };
  }

  @Bind(api.saveArea)
  async saveArea(
    @Input() { params, body }: InputOf<typeof api.saveArea>,
  ): Promise<Answer<typeof api.saveArea>> {
    await this.areas.save(params.areaId, body);
    return {};
  }

  @Bind(api.removeArea)
  async removeArea(
    @Input() { params }: InputOf<typeof api.removeArea>,
  ): Promise<Answer<typeof api.removeArea>> {
    await this.areas.remove(params.areaId);
    return {};
  }

  @Bind(api.getAreaReport)
  areaReport(
    @Input() { params, query }: InputOf<typeof api.getAreaReport>,
  ): Promise<Answer<typeof api.getAreaReport>> {
    return this.areas.report(params.clientId, params.areaId, query.asOf ?? null);
  }

  @Bind(api.removeListing)
  async remove(
    @Input() { params }: InputOf<typeof api.removeListing>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeListing>> {
    return { binId: await this.bin.remove('listing', params.listingId, who) };
  }
}
