import { Controller, type StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { SuppressionService } from '../domains/messages/suppression.service.ts';
import { SenderService } from '../domains/own-domains/sender.service.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';

@Controller()
export class SenderController {
  constructor(
    private readonly senders: SenderService,
    private readonly suppression: SuppressionService,
  ) {}

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

  @Bind(api.listSuppressed)
  listSuppressed(
    @Input() { params, query }: InputOf<typeof api.listSuppressed>,
  ): Promise<Answer<typeof api.listSuppressed>> {
    return this.suppression.list(params.clientId, query);
  }

  @Bind(api.suppress)
  suppress(
    @Input() { params, body }: InputOf<typeof api.suppress>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.suppress>> {
    return this.suppression.add(who, params.clientId, body.addresses);
  }

  @Bind(api.unsuppress)
  async unsuppress(
    @Input() { params }: InputOf<typeof api.unsuppress>,
  ): Promise<Answer<typeof api.unsuppress>> {
    await this.suppression.remove(params.clientId, params.address);
    return {};
  }

  @Bind(api.exportSuppressed)
  async exportSuppressed(
    @Input() { params }: InputOf<typeof api.exportSuppressed>,
  ): Promise<StreamableFile> {
    return csvFile(await this.suppression.csv(params.clientId), 'no-mail.csv');
  }
}
