import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { Jobs } from '../platform/jobs/jobs.ts';
import { acceptHeldJob, HeldService } from '../domains/intake/held.service.ts';
import { jobView } from './job-view.ts';

@Controller()
export class HeldController {
  constructor(
    private readonly held: HeldService,
    private readonly jobs: Jobs,
  ) {}

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

  @Bind(api.acceptAllHeld)
  async acceptAll(
    @Input() { params }: InputOf<typeof api.acceptAllHeld>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.acceptAllHeld>> {
    return { jobId: await this.held.acceptAll(params.clientId, who.name) };
  }

  @Bind(api.getHeldJob)
  async lastJob(
    @Input() { params }: InputOf<typeof api.getHeldJob>,
  ): Promise<Answer<typeof api.getHeldJob>> {
    const [last] = await this.jobs.list(params.clientId, acceptHeldJob);
    return { job: last ? jobView(this.jobs, last) : null };
  }
}
