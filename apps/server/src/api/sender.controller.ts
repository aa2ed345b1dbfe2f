import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { SenderService } from '../domains/own-domains/sender.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class SenderController {
  constructor(private readonly senders: SenderService) {}

  @Bind(api.getSender)
  get(@Input() { params }: InputOf<typeof api.getSender>): Promise<Answer<typeof api.getSender>> {
    return this.senders.get(params.clientId);
  }

  @Bind(api.saveSender)
  save(
    @Input() { params, body }: InputOf<typeof api.saveSender>,
  ): Promise<Answer<typeof api.saveSender>> {
    return this.senders.save(params.clientId, body);
  }

  @Bind(api.addMailDomain)
  add(
    @Input() { params, body }: InputOf<typeof api.addMailDomain>,
  ): Promise<Answer<typeof api.addMailDomain>> {
    return this.senders.addDomain(params.clientId, body.domain);
  }

  @Bind(api.checkMailDomain)
  check(
    @Input() { params }: InputOf<typeof api.checkMailDomain>,
  ): Promise<Answer<typeof api.checkMailDomain>> {
    return this.senders.checkNow(params.clientId, params.host);
  }

  @Bind(api.removeMailDomain)
  async remove(
    @Input() { params }: InputOf<typeof api.removeMailDomain>,
  ): Promise<Answer<typeof api.removeMailDomain>> {
    await this.senders.removeDomain(params.clientId, params.host);
    return {};
  }
}
