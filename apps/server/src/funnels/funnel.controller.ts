import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { FunnelService } from './funnel.service.ts';

@Controller()
export class FunnelController {
  constructor(private readonly funnels: FunnelService) {}

  @Bind(api.listFunnels)
  list(@Ask() { params }: Asked<typeof api.listFunnels>): Promise<Answer<typeof api.listFunnels>> {
    return this.funnels.list(params.clientId);
  }

  @Bind(api.createFunnel)
  async create(
    @Ask() { params, body }: Asked<typeof api.createFunnel>,
  ): Promise<Answer<typeof api.createFunnel>> {
    return { funnelId: await this.funnels.create(params.clientId, body.name, body.from) };
  }

  @Bind(api.getPath)
  path(@Ask() { params }: Asked<typeof api.getPath>): Promise<Answer<typeof api.getPath>> {
    return this.funnels.path(params.funnelId);
  }
}
