import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind, Caller, type Who } from '../platform/http/bind.ts';
import { ApprovalService } from '../domains/approvals/approval.service.ts';

@Controller()
export class ApprovalController {
  constructor(private readonly approvals: ApprovalService) {}

  @Bind(api.listApprovals)
  async list(
    @Ask() { params }: Asked<typeof api.listApprovals>,
  ): Promise<Answer<typeof api.listApprovals>> {
    return { approvals: await this.approvals.list(params.funnelId) };
  }

  @Bind(api.createApproval)
  async create(
    @Ask() { params, body }: Asked<typeof api.createApproval>,
    @Caller() who: Who,
  ): Promise<Answer<typeof api.createApproval>> {
    return { href: await this.approvals.create(params.funnelId, body.days, who) };
  }

  @Bind(api.closeApproval)
  async close(
    @Ask() { params }: Asked<typeof api.closeApproval>,
  ): Promise<Answer<typeof api.closeApproval>> {
    await this.approvals.close(params.approvalId);
    return {};
  }

  @Bind(api.finishRemark)
  async finish(
    @Ask() { params, body }: Asked<typeof api.finishRemark>,
  ): Promise<Answer<typeof api.finishRemark>> {
    await this.approvals.setDone(params.remarkId, body.done);
    return {};
  }
}
