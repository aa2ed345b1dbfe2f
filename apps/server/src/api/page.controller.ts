import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ClientService } from '../domains/clients/client.service.ts';
import { Clock } from '../platform/clock.ts';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { shareCard } from '../domains/live-pages/share-card.ts';
import { AddressService } from '../domains/pages/address.service.ts';
import { LaunchService } from '../domains/pages/launch.service.ts';
import { LinkedBandService } from '../domains/pages/linked-band.service.ts';
import { PageService } from '../domains/pages/page.service.ts';
import { PublishService } from '../domains/pages/publish.service.ts';

@Controller()
export class PageController {
  constructor(
    private readonly pages: PageService,
    private readonly linked: LinkedBandService,
    private readonly addresses: AddressService,
    private readonly publishing: PublishService,
    private readonly launch: LaunchService,
    private readonly clients: ClientService,
    private readonly clock: Clock,
  ) {}

  @Bind(api.listPages)
  async list(
    @Input() { params }: InputOf<typeof api.listPages>,
  ): Promise<Answer<typeof api.listPages>> {
    return { pages: await this.pages.list(params.clientId) };
  }

  @Bind(api.listLinkedBands)
  async listLinked(
    @Input() { params }: InputOf<typeof api.listLinkedBands>,
  ): Promise<Answer<typeof api.listLinkedBands>> {
    return { bands: await this.linked.list(params.clientId) };
  }

  @Bind(api.createLinkedBand)
  async createLinked(
    @Input() { params, body }: InputOf<typeof api.createLinkedBand>,
  ): Promise<Answer<typeof api.createLinkedBand>> {
    return { id: await this.linked.create(params.clientId, body.band) };
  }

  @Bind(api.getEditorPage)
  get(
    @Input() { params }: InputOf<typeof api.getEditorPage>,
  ): Promise<Answer<typeof api.getEditorPage>> {
    return this.pages.forEditor(params.pageId);
  }

  @Bind(api.saveDraft)
  async save(
    @Input() { params, body }: InputOf<typeof api.saveDraft>,
  ): Promise<Answer<typeof api.saveDraft>> {
    const kept = await this.pages.saveDraft(params.pageId, body.version, body.draft);
    return { ...kept, keptAt: this.clock.now().toString() };
  }

  @Bind(api.checkAddress)
  async checkAddress(
    @Input() { params, query }: InputOf<typeof api.checkAddress>,
  ): Promise<Answer<typeof api.checkAddress>> {
    const by = await this.addresses.heldBy(params.pageId, query.slug);
    return { free: by === null, by };
  }

  @Bind(api.changeAddress)
  changeAddress(
    @Input() { params, body }: InputOf<typeof api.changeAddress>,
  ): Promise<Answer<typeof api.changeAddress>> {
    return this.addresses.change(params.pageId, body.slug);
  }

  @Bind(api.publishPage)
  publish(
    @Input() { params, body }: InputOf<typeof api.publishPage>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.publishPage>> {
    return this.publishing.publish(params.pageId, body.version, who);
  }

  @Bind(api.drawCard)
  async drawCard(
    @Input() { params, query }: InputOf<typeof api.drawCard>,
  ): Promise<Answer<typeof api.drawCard>> {
    const { clientId } = await this.pages.row(params.pageId);
    const { name, brand } = await this.clients.get(clientId);
    const card = await shareCard(query.title, name, brand);
    return { src: `data:image/png;base64,${card.toString('base64')}` };
  }

  @Bind(api.publishFunnel)
  async publishFunnel(
    @Input() { params, query }: InputOf<typeof api.publishFunnel>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.publishFunnel>> {
    return {
      published: await this.publishing.publishFunnel(params.funnelId, who, query.only ?? null),
    };
  }

  @Bind(api.checkLaunch)
  async checkLaunch(
    @Input() { params }: InputOf<typeof api.checkLaunch>,
  ): Promise<Answer<typeof api.checkLaunch>> {
    return { pages: await this.launch.ofFunnel(params.funnelId) };
  }

  @Bind(api.listRevisions)
  async revisions(
    @Input() { params }: InputOf<typeof api.listRevisions>,
  ): Promise<Answer<typeof api.listRevisions>> {
    return { revisions: await this.publishing.revisions(params.pageId) };
  }

  @Bind(api.getRevision)
  async revision(
    @Input() { params }: InputOf<typeof api.getRevision>,
  ): Promise<Answer<typeof api.getRevision>> {
    return this.publishing.revisionView(params.pageId, params.revisionId);
  }

  @Bind(api.putBack)
  async putBack(
    @Input() { params }: InputOf<typeof api.putBack>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.putBack>> {
    await this.publishing.putBack(params.pageId, params.revisionId, who);
    return {};
  }
}
