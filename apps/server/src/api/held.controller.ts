import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { HeldService } from '../domains/intake/held.service.ts';

@Controller()
export class HeldController {
  constructor(private readonly held: HeldService) {}

  @Bind(api.listHeld)
  list(@Ask() { params }: Asked<typeof api.listHeld>): Promise<Answer<typeof api.listHeld>> {
    return this.held.list(params.clientId);
  }

  @Bind(api.acceptHeld)
  accept(
    @Ask() { params, body }: Asked<typeof api.acceptHeld>,
  ): Promise<Answer<typeof api.acceptHeld>> {
    return this.held.accept(params.clientId, body.ids);
  }

  @Bind(api.deleteHeld)
  async delete(
    @Ask() { params, body }: Asked<typeof api.deleteHeld>,
  ): Promise<Answer<typeof api.deleteHeld>> {
    return { done: await this.held.forget(params.clientId, body.ids) };
  }
}
