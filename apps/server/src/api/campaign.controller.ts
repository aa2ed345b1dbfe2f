import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { CampaignSending } from '../domains/campaigns/campaign-sending.ts';
import { CampaignService } from '../domains/campaigns/campaign.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';

@Controller()
export class CampaignController {
  constructor(
    private readonly campaigns: CampaignService,
    private readonly sending: CampaignSending,
  ) {}

  @Bind(api.listCampaigns)
  async list(
    @Input() { params }: InputOf<typeof api.listCampaigns>,
  ): Promise<Answer<typeof api.listCampaigns>> {
    return { campaigns: await this.campaigns.list(params.clientId) };
  }

  @Bind(api.createCampaign)
  async create(
    @Input() { params, body }: InputOf<typeof api.createCampaign>,
  ): Promise<Answer<typeof api.createCampaign>> {
    return { id: await this.campaigns.create(params.clientId, body) };
  }

  @Bind(api.getCampaignReach)
  reach(
    @Input() { params, body }: InputOf<typeof api.getCampaignReach>,
  ): Promise<Answer<typeof api.getCampaignReach>> {
    return this.campaigns.reach(params.clientId, body);
  }

  @Bind(api.getCampaign)
  get(
    @Input() { params }: InputOf<typeof api.getCampaign>,
  ): Promise<Answer<typeof api.getCampaign>> {
    return this.campaigns.get(params.campaignId);
  }

  @Bind(api.saveCampaign)
  save(
    @Input() { params, body }: InputOf<typeof api.saveCampaign>,
  ): Promise<Answer<typeof api.saveCampaign>> {
    return this.campaigns.save(params.campaignId, body);
  }

  @Bind(api.sendCampaign)
  async send(
    @Input() { params }: InputOf<typeof api.sendCampaign>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.sendCampaign>> {
    await this.sending.send(who, params.campaignId);
    return {};
  }

  @Bind(api.setCampaignState)
  async setState(
    @Input() { params, body }: InputOf<typeof api.setCampaignState>,
  ): Promise<Answer<typeof api.setCampaignState>> {
    await this.sending.setState(params.campaignId, body.state);
    return {};
  }

  @Bind(api.resendCampaign)
  async resend(
    @Input() { params }: InputOf<typeof api.resendCampaign>,
  ): Promise<Answer<typeof api.resendCampaign>> {
    return { id: await this.campaigns.resend(params.campaignId) };
  }

  @Bind(api.removeCampaign)
  async remove(
    @Input() { params }: InputOf<typeof api.removeCampaign>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeCampaign>> {
    return { binId: await this.campaigns.remove(who, params.campaignId) };
  }

  @Bind(api.listCampaignPeople)
  people(
    @Input() { params, query }: InputOf<typeof api.listCampaignPeople>,
  ): Promise<Answer<typeof api.listCampaignPeople>> {
    return this.campaigns.recipients(params.campaignId, query);
  }
}
