import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Bind, Input } from '../platform/http/bind.ts';
import { Jobs } from '../platform/jobs/jobs.ts';
import { jobView } from './job-view.ts';

@Controller()
export class JobController {
  constructor(private readonly jobs: Jobs) {}

  @Bind(api.getJob)
  async get(@Input() { params }: InputOf<typeof api.getJob>): Promise<Answer<typeof api.getJob>> {
    return jobView(this.jobs, await this.jobs.get(params.jobId));
  }

  @Bind(api.cancelJob)
  async cancel(
    @Input() { params }: InputOf<typeof api.cancelJob>,
  ): Promise<Answer<typeof api.cancelJob>> {
    await this.jobs.cancel(params.jobId);
    return {};
  }

  @Bind(api.undoJob)
  async undo(
    @Input() { params }: InputOf<typeof api.undoJob>,
  ): Promise<Answer<typeof api.undoJob>> {
    await this.jobs.undo(params.jobId);
    return {};
  }
}
