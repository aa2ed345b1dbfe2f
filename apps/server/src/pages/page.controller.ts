import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Clock } from '../platform/clock.ts';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { AddressService } from './address.service.ts';
import { LinkedBandService } from './linked-band.service.ts';
import { PageService } from './page.service.ts';

@Controller()
export class PageController {
  constructor(
    private readonly pages: PageService,
    private readonly linked: LinkedBandService,
    private readonly addresses: AddressService,
    private readonly clock: Clock,
  ) {}

  @Bind(api.listPages)
  async list(
    @Ask() { params }: Asked<typeof api.listPages>,
  ): Promise<Answer<typeof api.listPages>> {
    return { pages: await this.pages.list(params.clientId) };
  }

  @Bind(api.listLinkedBands)
  async listLinked(
    @Ask() { params }: Asked<typeof api.listLinkedBands>,
  ): Promise<Answer<typeof api.listLinkedBands>> {
    return { bands: await this.linked.list(params.clientId) };
  }

  @Bind(api.createLinkedBand)
  async createLinked(
    @Ask() { params, body }: Asked<typeof api.createLinkedBand>,
  ): Promise<Answer<typeof api.createLinkedBand>> {
    return { id: await this.linked.create(params.clientId, body.band) };
  }

  @Bind(api.getEditorPage)
  get(
    @Ask() { params }: Asked<typeof api.getEditorPage>,
  ): Promise<Answer<typeof api.getEditorPage>> {
    return this.pages.forEditor(params.pageId);
  }

  @Bind(api.saveDraft)
  async save(
    @Ask() { params, body }: Asked<typeof api.saveDraft>,
  ): Promise<Answer<typeof api.saveDraft>> {
    const kept = await this.pages.saveDraft(params.pageId, body.version, body.draft);
    return { ...kept, keptAt: this.clock.now().toString() };
  }

  @Bind(api.checkAddress)
  async checkAddress(
    @Ask() { params, query }: Asked<typeof api.checkAddress>,
  ): Promise<Answer<typeof api.checkAddress>> {
    const by = await this.addresses.heldBy(params.pageId, query.slug);
    return { free: by === null, by };
  }

  @Bind(api.changeAddress)
  changeAddress(
    @Ask() { params, body }: Asked<typeof api.changeAddress>,
  ): Promise<Answer<typeof api.changeAddress>> {
    return this.addresses.change(params.pageId, body.slug);
  }

  @Bind(api.publishPage)
  publish(
    @Ask() { params, body }: Asked<typeof api.publishPage>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.publishPage>> {
    return this.pages.publish(params.pageId, body.version, who);
  }
}
