import { Controller, StreamableFile } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { SubmissionListService } from '../domains/intake/submission-list.service.ts';
import { JunkService } from '../domains/intake/junk.service.ts';
import { SetOffService } from '../domains/intake/set-off.service.ts';
import { UploadService } from '../domains/intake/upload.service.ts';
import { notFound } from '../platform/http/app-problem.ts';
import { attachment } from '../platform/http/attachment.ts';
import type { ClientId } from '@plumgate/core/basics';
import { Bind, Input, OwnerClient } from '../platform/http/bind.ts';
import { csvFile } from '../platform/http/csv.ts';

@Controller()
export class SubmissionController {
  constructor(
    private readonly submissions: SubmissionListService,
    private readonly uploads: UploadService,
    private readonly junk: JunkService,
    private readonly causes: SetOffService,
  ) {}

  @Bind(api.listSubmissions)
  list(
    @Input() { params, query }: InputOf<typeof api.listSubmissions>,
  ): Promise<Answer<typeof api.listSubmissions>> {
    return this.submissions.list(params.clientId, query);
  }

  @Bind(api.exportSubmissions)
  async export(
    @Input() { params, query }: InputOf<typeof api.exportSubmissions>,
  ): Promise<StreamableFile> {
    return csvFile(await this.submissions.csv(params.clientId, query), 'submissions.csv');
  }

  @Bind(api.summarizeSubmissions)
  summarize(
    @Input() { params, query }: InputOf<typeof api.summarizeSubmissions>,
  ): Promise<Answer<typeof api.summarizeSubmissions>> {
    return this.submissions.summary(params.formId, query);
  }

  @Bind(api.getBlockedWords)
  async blockedWords(
    @Input() { params }: InputOf<typeof api.getBlockedWords>,
  ): Promise<Answer<typeof api.getBlockedWords>> {
    const { blockedWords, minSeconds } = await this.junk.rules(params.clientId);
    return { words: [...blockedWords], minSeconds };
  }

  @Bind(api.setBlockedWords)
  async block(
    @Input() { params, body }: InputOf<typeof api.setBlockedWords>,
  ): Promise<Answer<typeof api.setBlockedWords>> {
    const { words: blockedWords, minSeconds } = body;
    await this.junk.setRules(params.clientId, { blockedWords, minSeconds });
    return {};
  }

  @Bind(api.downloadUpload)
  async download(@Input() { params }: InputOf<typeof api.downloadUpload>): Promise<StreamableFile> {
    const file = await this.uploads.read(params.uploadId);
    if (!file) throw notFound();
    return new StreamableFile(file.content, {
      type: 'application/octet-stream',
      disposition: attachment(file.name),
    });
  }

  @Bind(api.getSetOff)
  setOff(
    @Input() { params }: InputOf<typeof api.getSetOff>,
  ): Promise<Answer<typeof api.getSetOff>> {
    return this.causes.of(params.receivedId);
  }

  @Bind(api.restoreSubmission)
  async restore(
    @Input() { params }: InputOf<typeof api.restoreSubmission>,
    @OwnerClient() clientId: ClientId,
  ): Promise<Answer<typeof api.restoreSubmission>> {
    await this.submissions.restore(clientId, params.submissionId);
    return {};
  }
}
