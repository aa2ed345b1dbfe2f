import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind } from '../platform/http/bind.ts';
import { HeldService } from '../domains/intake/held.service.ts';

@Controller()
export class HeldController {
  constructor(private readonly held: HeldService) {}

  @Bind(api.listHeld)
  list(@Input() { params }: InputOf<typeof api.listHeld>): Promise<Answer<typeof api.listHeld>> {
    return this.held.list(params.clientId);
  }

  @Bind(api.acceptHeld)
  accept(
    @Input() { params, body }: InputOf<typeof api.acceptHeld>,
  ): Promise<Answer<typeof api.acceptHeld>> {
    return this.held.accept(params.clientId, body.ids);
  }

  @Bind(api.deleteHeld)
  async delete(
    @Input() { params, body }: InputOf<typeof api.deleteHeld>,
  ): Promise<Answer<typeof api.deleteHeld>> {
    return { done: await this.held.forget(params.clientId, body.ids) };
  }
}
