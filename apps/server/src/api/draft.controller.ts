import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Clock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { Bind, Input, OwnerClient } from '../platform/http/bind.ts';
import type { ClientId } from '@plumgate/core/basics';
import { discardDraft, saveDraft } from '../records/drafts/draft-store.ts';
import type { DraftKind } from '../records/drafts/table.ts';

/** Drafts of what acts on people: they keep themselves, and take effect when they are applied. */
@Controller()
export class DraftController {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  @Bind(api.saveSequenceDraft)
  saveSequence(
    @Input() { params, body }: InputOf<typeof api.saveSequenceDraft>,
    @OwnerClient() clientId: ClientId,
  ): Promise<Answer<typeof api.saveSequenceDraft>> {
    return this.save('sequence', params.sequenceId, clientId, body);
  }

  @Bind(api.discardSequenceDraft)
  discardSequence(
    @Input() { params }: InputOf<typeof api.discardSequenceDraft>,
  ): Promise<Answer<typeof api.discardSequenceDraft>> {
    return this.discard('sequence', params.sequenceId);
  }

  @Bind(api.saveRuleDraft)
  saveRule(
    @Input() { params, body }: InputOf<typeof api.saveRuleDraft>,
    @OwnerClient() clientId: ClientId,
  ): Promise<Answer<typeof api.saveRuleDraft>> {
    return this.save('rule', params.ruleId, clientId, body);
  }

  @Bind(api.discardRuleDraft)
  discardRule(
    @Input() { params }: InputOf<typeof api.discardRuleDraft>,
  ): Promise<Answer<typeof api.discardRuleDraft>> {
    return this.discard('rule', params.ruleId);
  }

  @Bind(api.saveCalendarDraft)
  saveCalendar(
    @Input() { params, body }: InputOf<typeof api.saveCalendarDraft>,
    @OwnerClient() clientId: ClientId,
  ): Promise<Answer<typeof api.saveCalendarDraft>> {
    return this.save('calendar', params.calendarId, clientId, body);
  }

  @Bind(api.discardCalendarDraft)
  discardCalendar(
    @Input() { params }: InputOf<typeof api.discardCalendarDraft>,
  ): Promise<Answer<typeof api.discardCalendarDraft>> {
    return this.discard('calendar', params.calendarId);
  }

  private async save(
    kind: DraftKind,
    subjectId: string,
    clientId: ClientId,
    { version, content }: { version: number; content: Record<string, unknown> },
  ): Promise<Record<string, never>> {
    const savedAt = this.clock.now();
    const draft = { kind, subjectId, clientId, version, content, savedAt };
    await saveDraft(this.database.db, draft);
    return {};
  }

  private async discard(kind: DraftKind, id: string): Promise<Record<string, never>> {
    await discardDraft(this.database.db, kind, id);
    return {};
  }
}
