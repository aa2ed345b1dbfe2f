import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { AuditLog } from '../domains/accounts/audit-log.ts';
import { ArchiveService } from '../domains/clients/archive.service.ts';
import { ClientRecordsService } from '../domains/clients/client-records.service.ts';
import { ClientService } from '../domains/clients/client.service.ts';
import { ResultsService } from '../domains/results/results.service.ts';
import { Clock } from '../platform/clock.ts';

@Controller()
export class ClientController {
  constructor(
    private readonly clients: ClientService,
    private readonly archive: ArchiveService,
    private readonly records: ClientRecordsService,
    private readonly log: AuditLog,
    private readonly results: ResultsService,
    private readonly clock: Clock,
  ) {}

  @Bind(api.listClients)
  async list(@Caller() who: CurrentUser): Promise<Answer<typeof api.listClients>> {
    return { clients: await this.clients.list(who) };
  }

  @Bind(api.listArchivedClients)
  async archived(): Promise<Answer<typeof api.listArchivedClients>> {
    return { clients: await this.archive.list() };
  }

  @Bind(api.getArchiveEffect)
  archiveEffect(
    @Input() { params }: InputOf<typeof api.getArchiveEffect>,
  ): Promise<Answer<typeof api.getArchiveEffect>> {
    return this.archive.effectOf(params.clientId);
  }

  @Bind(api.archiveClient)
  async archiveOne(
    @Input() { params }: InputOf<typeof api.archiveClient>,
  ): Promise<Answer<typeof api.archiveClient>> {
    await this.archive.archive(params.clientId);
    return {};
  }

  @Bind(api.bringClientBack)
  async bringBack(
    @Input() { params }: InputOf<typeof api.bringClientBack>,
  ): Promise<Answer<typeof api.bringClientBack>> {
    await this.archive.bringBack(params.clientId);
    return {};
  }

  @Bind(api.busiestClient)
  async busiest(@Caller() who: CurrentUser): Promise<Answer<typeof api.busiestClient>> {
    return { clientId: await this.results.busiest(this.clock.now(), who) };
  }

  @Bind(api.createClient)
  create(
    @Caller() who: CurrentUser,
    @Input() { body }: InputOf<typeof api.createClient>,
  ): Promise<Answer<typeof api.createClient>> {
    return this.clients.create(body, who);
  }

  @Bind(api.getClient)
  get(@Input() { params }: InputOf<typeof api.getClient>): Promise<Answer<typeof api.getClient>> {
    return this.clients.get(params.clientId);
  }

  @Bind(api.saveFacts)
  saveFacts(
    @Input() { params, body }: InputOf<typeof api.saveFacts>,
  ): Promise<Answer<typeof api.saveFacts>> {
    return this.clients.changeFacts(params.clientId, body);
  }

  @Bind(api.getClientRecords)
  getRecords(
    @Input() { params }: InputOf<typeof api.getClientRecords>,
  ): Promise<Answer<typeof api.getClientRecords>> {
    return this.records.get(params.clientId);
  }

  @Bind(api.saveClientRecords)
  saveRecords(
    @Input() { params, body }: InputOf<typeof api.saveClientRecords>,
  ): Promise<Answer<typeof api.saveClientRecords>> {
    return this.records.save(params.clientId, body.records, body.known);
  }

  @Bind(api.saveBrand)
  saveBrand(
    @Input() { params, body }: InputOf<typeof api.saveBrand>,
  ): Promise<Answer<typeof api.saveBrand>> {
    return this.clients.change(params.clientId, { brand: body });
  }

  @Bind(api.listAudit)
  audit(
    @Input() { params, query }: InputOf<typeof api.listAudit>,
  ): Promise<Answer<typeof api.listAudit>> {
    return this.log.list(params.clientId, query);
  }
}
