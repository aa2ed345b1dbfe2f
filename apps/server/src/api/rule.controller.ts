import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { RuleService } from '../domains/routing/rule.service.ts';

@Controller()
export class RuleController {
  constructor(private readonly rules: RuleService) {}

  @Bind(api.listRules)
  async list(
    @Ask() { params }: Asked<typeof api.listRules>,
  ): Promise<Answer<typeof api.listRules>> {
    return {
      rules: await this.rules.list(params.clientId),
      choices: await this.rules.choices(params.clientId),
    };
  }

  @Bind(api.createRule)
  async create(
    @Ask() { params, body }: Asked<typeof api.createRule>,
  ): Promise<Answer<typeof api.createRule>> {
    return { id: await this.rules.add(params.clientId, body, false) };
  }

  @Bind(api.orderRules)
  async order(
    @Ask() { params, body }: Asked<typeof api.orderRules>,
  ): Promise<Answer<typeof api.orderRules>> {
    await this.rules.order(params.clientId, body.ids);
    return {};
  }

  @Bind(api.previewRule)
  preview(
    @Ask() { params, body }: Asked<typeof api.previewRule>,
  ): Promise<Answer<typeof api.previewRule>> {
    return this.rules.preview(params.clientId, body);
  }

  @Bind(api.saveRule)
  async save(
    @Ask() { params, body }: Asked<typeof api.saveRule>,
  ): Promise<Answer<typeof api.saveRule>> {
    await this.rules.save(params.ruleId, body);
    return {};
  }

  @Bind(api.removeRule)
  async remove(
    @Ask() { params }: Asked<typeof api.removeRule>,
  ): Promise<Answer<typeof api.removeRule>> {
    await this.rules.remove(params.ruleId);
    return {};
  }
}
