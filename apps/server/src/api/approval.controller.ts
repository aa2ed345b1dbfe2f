import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Input, Bind, Caller, type CurrentUser } from '../platform/http/bind.ts';
import { ApprovalService } from '../domains/approvals/approval.service.ts';

@Controller()
export class ApprovalController {
  constructor(private readonly approvals: ApprovalService) {}

  @Bind(api.listApprovals)
  async list(
    @Input() { params }: InputOf<typeof api.listApprovals>,
  ): Promise<Answer<typeof api.listApprovals>> {
    return { approvals: await this.approvals.list(params.funnelId) };
  }

  @Bind(api.createApproval)
  async create(
    @Input() { params, body }: InputOf<typeof api.createApproval>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.createApproval>> {
    return { href: await this.approvals.create(params.funnelId, body.days, who) };
  }

  @Bind(api.closeApproval)
  async close(
    @Input() { params }: InputOf<typeof api.closeApproval>,
  ): Promise<Answer<typeof api.closeApproval>> {
    await this.approvals.close(params.approvalId);
    return {};
  }

  @Bind(api.finishRemark)
  async finish(
    @Input() { params, body }: InputOf<typeof api.finishRemark>,
  ): Promise<Answer<typeof api.finishRemark>> {
    await this.approvals.setDone(params.remarkId, body.done);
    return {};
  }
}
