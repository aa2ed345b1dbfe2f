import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { TestRunService } from '../domains/test-runs/test-run.service.ts';

@Controller()
export class TestRunController {
  constructor(private readonly testRuns: TestRunService) {}

  @Bind(api.startTestRun)
  async start(
    @Ask() { params, body }: Asked<typeof api.startTestRun>,
  ): Promise<Answer<typeof api.startTestRun>> {
    return { testRunId: await this.testRuns.start(params.funnelId, body.which) };
  }

  @Bind(api.getTestRun)
  report(@Ask() { params }: Asked<typeof api.getTestRun>): Promise<Answer<typeof api.getTestRun>> {
    return this.testRuns.report(params.testRunId);
  }
}
