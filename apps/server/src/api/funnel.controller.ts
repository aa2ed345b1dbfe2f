import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { FunnelService } from '../domains/funnels/funnel.service.ts';
import { PathBoardService } from '../domains/path/path-board.service.ts';
import { StepService } from '../domains/funnels/step.service.ts';
import { seesOne } from '../records/accounts/users-of.ts';

@Controller()
export class FunnelController {
  constructor(
    private readonly bin: Bin,
    private readonly funnels: FunnelService,
    private readonly steps: StepService,
    private readonly boards: PathBoardService,
  ) {}

  @Bind(api.listFunnels)
  async list(
    @Input() { params }: InputOf<typeof api.listFunnels>,
  ): Promise<Answer<typeof api.listFunnels>> {
    return { funnels: await this.funnels.list(seesOne(params.clientId)) };
  }

  @Bind(api.listAllFunnels)
  async listAll(@Caller() who: CurrentUser): Promise<Answer<typeof api.listAllFunnels>> {
    return { funnels: await this.funnels.list(who) };
  }

  @Bind(api.createFunnel)
  async create(
    @Input() { params, body }: InputOf<typeof api.createFunnel>,
  ): Promise<Answer<typeof api.createFunnel>> {
    return { funnelId: await this.funnels.create(params.clientId, body.name, body.from) };
  }

  @Bind(api.getPath)
  path(@Input() { params }: InputOf<typeof api.getPath>): Promise<Answer<typeof api.getPath>> {
    return this.boards.board(params.funnelId);
  }

  @Bind(api.changeFunnel)
  async change(
    @Input() { params, body }: InputOf<typeof api.changeFunnel>,
  ): Promise<Answer<typeof api.changeFunnel>> {
    await this.funnels.change(params.funnelId, body);
    return {};
  }

  @Bind(api.removeFunnel)
  async remove(
    @Input() { params }: InputOf<typeof api.removeFunnel>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeFunnel>> {
    return { binId: await this.bin.remove('funnel', params.funnelId, who) };
  }

  @Bind(api.restoreFunnel)
  async restore(
    @Input() { params }: InputOf<typeof api.restoreFunnel>,
  ): Promise<Answer<typeof api.restoreFunnel>> {
    await this.bin.restoreSubject('funnel', params.funnelId);
    return {};
  }

  @Bind(api.copyFunnel)
  async copy(
    @Input() { params, body }: InputOf<typeof api.copyFunnel>,
  ): Promise<Answer<typeof api.copyFunnel>> {
    return { funnelId: await this.funnels.copy(params.funnelId, body) };
  }

  @Bind(api.addStep)
  async addStep(
    @Input() { params, body }: InputOf<typeof api.addStep>,
  ): Promise<Answer<typeof api.addStep>> {
    return { pageId: await this.steps.add(params.funnelId, body) };
  }

  @Bind(api.orderSteps)
  async order(
    @Input() { params, body }: InputOf<typeof api.orderSteps>,
  ): Promise<Answer<typeof api.orderSteps>> {
    await this.steps.order(params.funnelId, body.pages);
    return {};
  }

  @Bind(api.changeStep)
  async changeStep(
    @Input() { params, body }: InputOf<typeof api.changeStep>,
  ): Promise<Answer<typeof api.changeStep>> {
    return { state: await this.steps.change(params.pageId, body) };
  }

  @Bind(api.removeStep)
  async removeStep(
    @Input() { params }: InputOf<typeof api.removeStep>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeStep>> {
    return { binId: await this.bin.remove('page', params.pageId, who) };
  }

  @Bind(api.restoreStep)
  async restoreStep(
    @Input() { params }: InputOf<typeof api.restoreStep>,
  ): Promise<Answer<typeof api.restoreStep>> {
    await this.bin.restoreSubject('page', params.pageId);
    return {};
  }

  @Bind(api.drawWire)
  async wire(
    @Input() { params, body }: InputOf<typeof api.drawWire>,
  ): Promise<Answer<typeof api.drawWire>> {
    await this.steps.wire(params.pageId, body.to, body.by);
    return {};
  }
}
