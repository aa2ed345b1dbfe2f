import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind } from '../platform/http/bind.ts';
import { TestRunService } from '../domains/test-runs/test-run.service.ts';

@Controller()
export class TestRunController {
  constructor(private readonly testRuns: TestRunService) {}

  @Bind(api.startTestRun)
  async start(
    @Input() { params, body }: InputOf<typeof api.startTestRun>,
  ): Promise<Answer<typeof api.startTestRun>> {
    return { testRunId: await this.testRuns.start(params.funnelId, body.which) };
  }

  @Bind(api.getTestRun)
  report(
    @Input() { params }: InputOf<typeof api.getTestRun>,
  ): Promise<Answer<typeof api.getTestRun>> {
    return this.testRuns.report(params.testRunId);
  }
}
