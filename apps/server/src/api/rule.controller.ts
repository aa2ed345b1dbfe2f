import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { ConditionChoicesService } from '../domains/people/condition-choices.service.ts';
import { RuleService } from '../domains/routing/rule.service.ts';

@Controller()
export class RuleController {
  constructor(
    private readonly bin: Bin,
    private readonly rules: RuleService,
    private readonly choices: ConditionChoicesService,
  ) {}

  @Bind(api.listRules)
  async list(
    @Input() { params }: InputOf<typeof api.listRules>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.listRules>> {
    return {
      rules: await this.rules.list(params.clientId, who.id),
      choices: await this.choices.of(params.clientId),
      recent: await this.rules.recentLeads(params.clientId),
    };
  }

  @Bind(api.createRule)
  async create(
    @Input() { params, body }: InputOf<typeof api.createRule>,
  ): Promise<Answer<typeof api.createRule>> {
    return { id: await this.rules.add(params.clientId, body, false) };
  }

  @Bind(api.orderRules)
  async order(
    @Input() { params, body }: InputOf<typeof api.orderRules>,
  ): Promise<Answer<typeof api.orderRules>> {
    await this.rules.order(params.clientId, body.ids);
    return {};
  }

  @Bind(api.previewRule)
  preview(
    @Input() { params, body }: InputOf<typeof api.previewRule>,
  ): Promise<Answer<typeof api.previewRule>> {
    return this.rules.preview(params.clientId, body);
  }

  @Bind(api.saveRule)
  async save(
    @Input() { params, body }: InputOf<typeof api.saveRule>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.saveRule>> {
    await this.rules.save(params.ruleId, who.id, body);
    return {};
  }

  @Bind(api.removeRule)
  async remove(
    @Input() { params }: InputOf<typeof api.removeRule>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeRule>> {
    return { binId: await this.bin.remove('rule', params.ruleId, who) };
  }
}
