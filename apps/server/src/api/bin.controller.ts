import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Bind, Input } from '../platform/http/bind.ts';
import { ErasureLog } from '../domains/people/erasure-log.service.ts';
import { Bin } from '../records/bin/bin.ts';

@Controller()
export class BinController {
  constructor(
    private readonly bin: Bin,
    private readonly erasures: ErasureLog,
  ) {}

  @Bind(api.queryErasures)
  queryErasures(
    @Input() { params, body }: InputOf<typeof api.queryErasures>,
  ): Promise<Answer<typeof api.queryErasures>> {
    return this.erasures.query(params.clientId, body.contact);
  }

  @Bind(api.getRemoval)
  preview(
    @Input() { params }: InputOf<typeof api.getRemoval>,
  ): Promise<Answer<typeof api.getRemoval>> {
    return this.bin.preview(params.clientId, params.kind, params.subjectId);
  }

  @Bind(api.listBin)
  async list(
    @Input() { params }: InputOf<typeof api.listBin>,
  ): Promise<Answer<typeof api.listBin>> {
    return { things: await this.bin.list(params.clientId) };
  }

  @Bind(api.restoreFromBin)
  async restore(
    @Input() { params }: InputOf<typeof api.restoreFromBin>,
  ): Promise<Answer<typeof api.restoreFromBin>> {
    return { note: await this.bin.restore(params.clientId, params.binId) };
  }

  @Bind(api.eraseFromBin)
  async erase(
    @Input() { params }: InputOf<typeof api.eraseFromBin>,
  ): Promise<Answer<typeof api.eraseFromBin>> {
    await this.bin.erase(params.clientId, params.binId);
    return {};
  }
}
