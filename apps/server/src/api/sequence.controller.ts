import { Controller } from '@nestjs/common';
import { Bin } from '../records/bin/bin.ts';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Bind, Caller, Input, type CurrentUser } from '../platform/http/bind.ts';
import { RunsByHand } from '../domains/followup/runs-by-hand.service.ts';
import { SequenceService } from '../domains/followup/sequence.service.ts';

@Controller()
export class SequenceController {
  constructor(
    private readonly bin: Bin,
    private readonly sequences: SequenceService,
    private readonly runs: RunsByHand,
  ) {}

  @Bind(api.setRun)
  async setRun(
    @Input() { params, body }: InputOf<typeof api.setRun>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.setRun>> {
    await this.runs.set(who, params.runId, body.state);
    return {};
  }

  @Bind(api.skipRunStep)
  async skipStep(
    @Input() { params, body }: InputOf<typeof api.skipRunStep>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.skipRunStep>> {
    await this.runs.skip(who, params.runStepId, body.skip);
    return {};
  }

  @Bind(api.listSequences)
  async list(
    @Input() { params }: InputOf<typeof api.listSequences>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.listSequences>> {
    return { sequences: await this.sequences.list(params.clientId, who.id) };
  }

  @Bind(api.createSequence)
  create(
    @Input() { params, body }: InputOf<typeof api.createSequence>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.createSequence>> {
    return this.sequences.begin(params.clientId, body.name, who.id);
  }

  @Bind(api.getSequence)
  get(
    @Input() { params }: InputOf<typeof api.getSequence>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.getSequence>> {
    return this.sequences.get(params.sequenceId, who.id);
  }

  @Bind(api.getSequenceFigures)
  figures(
    @Input() { params }: InputOf<typeof api.getSequenceFigures>,
  ): Promise<Answer<typeof api.getSequenceFigures>> {
    return this.sequences.figures(params.sequenceId);
  }

  @Bind(api.previewSequenceChange)
  previewChange(
    @Input() { params, body }: InputOf<typeof api.previewSequenceChange>,
  ): Promise<Answer<typeof api.previewSequenceChange>> {
    return this.sequences.previewChange(params.sequenceId, body.content);
  }

  @Bind(api.saveSequence)
  save(
    @Input() { params, body }: InputOf<typeof api.saveSequence>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.saveSequence>> {
    return this.sequences.save(params.sequenceId, who.id, body);
  }

  @Bind(api.removeSequence)
  async remove(
    @Input() { params }: InputOf<typeof api.removeSequence>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.removeSequence>> {
    return { binId: await this.bin.remove('sequence', params.sequenceId, who) };
  }
}
