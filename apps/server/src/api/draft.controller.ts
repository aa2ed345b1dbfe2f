import { Controller } from '@nestjs/common';
import { api, type Answer, type InputOf } from '@plumgate/contract';
import { Clock } from '../platform/clock.ts';
import { Database } from '../platform/database/database.ts';
import { Bind, Caller, Input, OwnerClient, type CurrentUser } from '../platform/http/bind.ts';
import type { ClientId, UserId } from '@plumgate/core/basics';
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
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.saveSequenceDraft>> {
    return this.save(
      { kind: 'sequence', subjectId: params.sequenceId, clientId, userId: who.id },
      body,
    );
  }

  @Bind(api.discardSequenceDraft)
  discardSequence(
    @Input() { params }: InputOf<typeof api.discardSequenceDraft>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.discardSequenceDraft>> {
    return this.discard('sequence', params.sequenceId, who);
  }

  @Bind(api.saveRuleDraft)
  saveRule(
    @Input() { params, body }: InputOf<typeof api.saveRuleDraft>,
    @OwnerClient() clientId: ClientId,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.saveRuleDraft>> {
    return this.save({ kind: 'rule', subjectId: params.ruleId, clientId, userId: who.id }, body);
  }

  @Bind(api.discardRuleDraft)
  discardRule(
    @Input() { params }: InputOf<typeof api.discardRuleDraft>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.discardRuleDraft>> {
    return this.discard('rule', params.ruleId, who);
  }

  @Bind(api.saveCalendarDraft)
  saveCalendar(
    @Input() { params, body }: InputOf<typeof api.saveCalendarDraft>,
    @OwnerClient() clientId: ClientId,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.saveCalendarDraft>> {
    return this.save(
      { kind: 'calendar', subjectId: params.calendarId, clientId, userId: who.id },
      body,
    );
  }

  @Bind(api.discardCalendarDraft)
  discardCalendar(
    @Input() { params }: InputOf<typeof api.discardCalendarDraft>,
    @Caller() who: CurrentUser,
  ): Promise<Answer<typeof api.discardCalendarDraft>> {
    return this.discard('calendar', params.calendarId, who);
  }

  private async save(
    of: { kind: DraftKind; subjectId: string; clientId: ClientId; userId: UserId },
    changed: { version: number; content: Record<string, unknown> },
  ): Promise<Record<string, never>> {
    await saveDraft(this.database.db, { ...of, ...changed, savedAt: this.clock.now() });
    return {};
  }

  private async discard(
    kind: DraftKind,
    id: string,
    who: CurrentUser,
  ): Promise<Record<string, never>> {
    await discardDraft(this.database.db, kind, id, who.id);
    return {};
  }
}
