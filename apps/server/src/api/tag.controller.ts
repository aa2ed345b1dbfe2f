import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { TagCheckService } from '../domains/tags/tag-check.service.ts';
import { TagReceiver } from '../domains/tags/tag-receiver.ts';
import { TagService } from '../domains/tags/tag.service.ts';
import { Bind, Input } from '../platform/http/bind.ts';

@Controller()
export class TagController {
  constructor(
    private readonly tags: TagService,
    private readonly checks: TagCheckService,
    private readonly receiver: TagReceiver,
  ) {}

  @Bind(api.getTags)
  async get(@Input() { params }: InputOf<typeof api.getTags>): Promise<Answer<typeof api.getTags>> {
    return {
      tags: await this.tags.list(params.clientId),
      measuring: await this.tags.measuring(params.clientId),
      receiver: this.receiver.tags(),
    };
  }

  @Bind(api.addTags)
  async add(
    @Input() { params, body }: InputOf<typeof api.addTags>,
  ): Promise<Answer<typeof api.addTags>> {
    return { ids: await this.tags.add(params.clientId, body.tags) };
  }

  @Bind(api.changeTag)
  async change(
    @Input() { params, body }: InputOf<typeof api.changeTag>,
  ): Promise<Answer<typeof api.changeTag>> {
    await this.tags.change(params.tagId, body);
    return {};
  }

  @Bind(api.removeTag)
  async remove(
    @Input() { params }: InputOf<typeof api.removeTag>,
  ): Promise<Answer<typeof api.removeTag>> {
    await this.tags.remove(params.tagId);
    return {};
  }

  @Bind(api.orderTags)
  async order(
    @Input() { params, body }: InputOf<typeof api.orderTags>,
  ): Promise<Answer<typeof api.orderTags>> {
    await this.tags.order(params.clientId, body.tags);
    return {};
  }

  @Bind(api.checkTags)
  async check(
    @Input() { params }: InputOf<typeof api.checkTags>,
  ): Promise<Answer<typeof api.checkTags>> {
    return { funnels: await this.checks.check(params.clientId) };
  }

  @Bind(api.listTagHits)
  async hits(
    @Input() { params }: InputOf<typeof api.listTagHits>,
  ): Promise<Answer<typeof api.listTagHits>> {
    const hits = await this.receiver.hits(params.clientId);
    return { hits: hits.map((hit) => ({ ...hit, at: hit.at.toString() })) };
  }

  @Bind(api.changeMeasuring)
  async measure(
    @Input() { params, body }: InputOf<typeof api.changeMeasuring>,
  ): Promise<Answer<typeof api.changeMeasuring>> {
    await this.tags.measure(params.clientId, body);
    return {};
  }
}
