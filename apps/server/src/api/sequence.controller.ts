import { Controller } from '@nestjs/common';
import { api, type Answer, type Asked } from '@plumgate/contract';
import { Ask, Bind } from '../platform/http/bind.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';

@Controller()
export class SequenceController {
  constructor(private readonly sequences: SequenceService) {}

  @Bind(api.listSequences)
  async list(
    @Ask() { params }: Asked<typeof api.listSequences>,
  ): Promise<Answer<typeof api.listSequences>> {
    return { sequences: await this.sequences.list(params.clientId) };
  }

  @Bind(api.createSequence)
  create(
    @Ask() { params, body }: Asked<typeof api.createSequence>,
  ): Promise<Answer<typeof api.createSequence>> {
    return this.sequences.begin(params.clientId, body.name);
  }

  @Bind(api.getSequence)
  get(@Ask() { params }: Asked<typeof api.getSequence>): Promise<Answer<typeof api.getSequence>> {
    return this.sequences.get(params.sequenceId);
  }

  @Bind(api.weighSequence)
  weigh(
    @Ask() { params, body }: Asked<typeof api.weighSequence>,
  ): Promise<Answer<typeof api.weighSequence>> {
    return this.sequences.weigh(params.sequenceId, body.content);
  }

  @Bind(api.saveSequence)
  save(
    @Ask() { params, body }: Asked<typeof api.saveSequence>,
  ): Promise<Answer<typeof api.saveSequence>> {
    return this.sequences.save(params.sequenceId, body.version, body.content);
  }
}
