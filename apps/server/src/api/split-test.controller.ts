import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { SplitTestService } from '../domains/split-tests/split-test.service.ts';
import { TestReader } from '../domains/split-tests/test-reader.ts';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';

@Controller()
export class SplitTestController {
  constructor(
    private readonly tests: SplitTestService,
    private readonly reader: TestReader,
  ) {}

  @Bind(api.listTests)
  async list(
    @Input() { params }: InputOf<typeof api.listTests>,
  ): Promise<Answer<typeof api.listTests>> {
    return { tests: await this.reader.list(params.clientId) };
  }

  @Bind(api.getTestGrounds)
  grounds(
    @Input() { params, query }: InputOf<typeof api.getTestGrounds>,
  ): Promise<Answer<typeof api.getTestGrounds>> {
    const { measure, device, source } = query;
    return this.reader.grounds(params.pageId, measure, {
      devices: device ? [device] : [],
      sources: source === undefined ? [] : [source],
    });
  }

  @Bind(api.createTest)
  create(
    @Input() { params, body }: InputOf<typeof api.createTest>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.createTest>> {
    return this.tests.create(params.pageId, body, who);
  }

  @Bind(api.getTest)
  get(@Input() { params }: InputOf<typeof api.getTest>): Promise<Answer<typeof api.getTest>> {
    return this.reader.view(params.testId);
  }

  @Bind(api.changeTest)
  change(
    @Input() { params, body }: InputOf<typeof api.changeTest>,
  ): Promise<Answer<typeof api.changeTest>> {
    return this.tests.change(params.testId, body);
  }

  @Bind(api.addVariation)
  addVariation(
    @Input() { params, body }: InputOf<typeof api.addVariation>,
  ): Promise<Answer<typeof api.addVariation>> {
    return this.tests.addVariation(params.testId, body.change);
  }

  @Bind(api.removeVariation)
  removeVariation(
    @Input() { params }: InputOf<typeof api.removeVariation>,
  ): Promise<Answer<typeof api.removeVariation>> {
    return this.tests.removeVariation(params.testId, params.variationId);
  }

  @Bind(api.startTest)
  start(
    @Input() { params }: InputOf<typeof api.startTest>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.startTest>> {
    return this.tests.start(params.testId, who);
  }

  @Bind(api.endTest)
  end(
    @Input() { params, body }: InputOf<typeof api.endTest>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.endTest>> {
    return this.tests.end(params.testId, body, who);
  }

  @Bind(api.deleteTest)
  async remove(
    @Input() { params }: InputOf<typeof api.deleteTest>,
  ): Promise<Answer<typeof api.deleteTest>> {
    await this.tests.remove(params.testId);
    return {};
  }
}
