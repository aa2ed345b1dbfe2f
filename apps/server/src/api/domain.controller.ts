import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind } from '../platform/http/bind.ts';
import { DomainService } from '../domains/own-domains/domain.service.ts';
import { StandInRecordService } from '../domains/own-domains/stand-in-record.service.ts';

@Controller()
export class DomainController {
  constructor(
    private readonly domains: DomainService,
    private readonly records: StandInRecordService,
  ) {}

  @Bind(api.listDomains)
  async list(
    @Input() { params }: InputOf<typeof api.listDomains>,
  ): Promise<Answer<typeof api.listDomains>> {
    return { domains: await this.domains.list(params.clientId) };
  }

  @Bind(api.addDomain)
  add(
    @Input() { params, body }: InputOf<typeof api.addDomain>,
  ): Promise<Answer<typeof api.addDomain>> {
    return this.domains.add(params.clientId, body.host);
  }

  @Bind(api.checkDomain)
  check(
    @Input() { params }: InputOf<typeof api.checkDomain>,
  ): Promise<Answer<typeof api.checkDomain>> {
    return this.domains.checkNow(params.clientId, params.host);
  }

  @Bind(api.removeDomain)
  async remove(
    @Input() { params }: InputOf<typeof api.removeDomain>,
  ): Promise<Answer<typeof api.removeDomain>> {
    await this.domains.remove(params.clientId, params.host);
    return {};
  }

  @Bind(api.listStandInRecords)
  async listRecords(): Promise<Answer<typeof api.listStandInRecords>> {
    return { records: await this.records.list() };
  }

  @Bind(api.addStandInRecord)
  async addRecord(
    @Input() { body }: InputOf<typeof api.addStandInRecord>,
  ): Promise<Answer<typeof api.addStandInRecord>> {
    await this.records.add(body);
    return {};
  }

  @Bind(api.removeStandInRecord)
  async removeRecord(
    @Input() { params }: InputOf<typeof api.removeStandInRecord>,
  ): Promise<Answer<typeof api.removeStandInRecord>> {
    await this.records.remove(params.recordId);
    return {};
  }
}
