import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { ReportService } from '../domains/reports/report.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class ReportController {
  constructor(private readonly reports: ReportService) {}

  @Bind(api.listReports)
  async list(
    @Input() { params }: InputOf<typeof api.listReports>,
  ): Promise<Answer<typeof api.listReports>> {
    return { reports: await this.reports.list(params.clientId) };
  }

  @Bind(api.addReport)
  async add(
    @Input() { params, body }: InputOf<typeof api.addReport>,
  ): Promise<Answer<typeof api.addReport>> {
    return { reportId: await this.reports.add(params.clientId, body) };
  }

  @Bind(api.changeReport)
  async change(
    @Input() { params, body }: InputOf<typeof api.changeReport>,
  ): Promise<Answer<typeof api.changeReport>> {
    await this.reports.change(params.reportId, body);
    return {};
  }

  @Bind(api.removeReport)
  async remove(
    @Input() { params }: InputOf<typeof api.removeReport>,
  ): Promise<Answer<typeof api.removeReport>> {
    await this.reports.remove(params.reportId);
    return {};
  }

  @Bind(api.makeReport)
  make(
    @Input() { params, body }: InputOf<typeof api.makeReport>,
  ): Promise<Answer<typeof api.makeReport>> {
    return this.reports.make(params.reportId, body.month);
  }

  @Bind(api.changeReportWords)
  async setWords(
    @Input() { params, body }: InputOf<typeof api.changeReportWords>,
  ): Promise<Answer<typeof api.changeReportWords>> {
    await this.reports.setWords(params.reportIssueId, body.words);
    return {};
  }

  @Bind(api.sendReport)
  async send(
    @Input() { params, body }: InputOf<typeof api.sendReport>,
  ): Promise<Answer<typeof api.sendReport>> {
    await this.reports.send(params.reportIssueId, body.to);
    return {};
  }

  @Bind(api.withdrawReport)
  async withdraw(
    @Input() { params }: InputOf<typeof api.withdrawReport>,
  ): Promise<Answer<typeof api.withdrawReport>> {
    await this.reports.withdraw(params.reportIssueId);
    return {};
  }
}
