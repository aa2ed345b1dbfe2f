import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { FollowUpStart, FollowUpTemplateView } from '@plumgate/contract';
import {
  referencesIn,
  type CalendarId,
  type ClientId,
  type ListId,
  type SequenceId,
  type TemplateId,
} from '@plumgate/core/basics';
import { SequenceContent, sequenceMergeGroups } from '@plumgate/core/followup';
import { followUpOf } from '@plumgate/core/library';
import { pageLinkName } from '@plumgate/core/messages';
import type { RuleContent } from '@plumgate/core/routing';
import { and, desc, eq, isNull, not, sql } from 'drizzle-orm';
import { Clock } from '../../platform/clock.ts';
import { Database, type Queries } from '../../platform/database/database.ts';
import { AppProblem, notFound } from '../../platform/http/app-problem.ts';
import { IdSource } from '../../platform/id-source.ts';
import { Bin } from '../../records/bin/bin.ts';
import { removableRow } from '../../records/bin/removable-row.ts';
import { calendars } from '../../records/booking/table.ts';
import { sequences } from '../../records/followup/table.ts';
import { isLive, pages } from '../../records/pages/table.ts';
import { FieldStore } from '../../records/people/field-store.ts';
import { peopleLists } from '../../records/people/lists.table.ts';
import { checkMergeFields } from '../../records/references/check-merge-fields.ts';
import { checkReferences } from '../../records/references/check-references.ts';
import { followUpTemplates } from '../../records/templates/follow-ups.table.ts';
import { SequenceService } from '../followup/sequence.service.ts';
import { usualView } from '../people/saved-lists.service.ts';
import { RuleService } from '../routing/rule.service.ts';

/** Follow-ups to start from: the agency's own, and how one is set up for a client with all that starts it. */
@Injectable()
export class FollowUpLibrary implements OnModuleInit {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly ids: IdSource,
    private readonly bin: Bin,
    private readonly fields: FieldStore,
    private readonly sequences: SequenceService,
    private readonly rules: RuleService,
  ) {}

  onModuleInit(): void {
    this.bin.register('follow-up', removableRow(followUpTemplates, followUpTemplates.name));
  }

  /** The agency's own, the newest first. */
  async list(): Promise<FollowUpTemplateView[]> {
    const rows = await this.database.db
      .select()
      .from(followUpTemplates)
      .where(isNull(followUpTemplates.removedAt))
      .orderBy(desc(followUpTemplates.keptAt));
    return rows.map(({ id, name, content, isEvent, pages }) => ({
      id,
      ...followUpOf(id, { ...content, name }, pages, isEvent),
    }));
  }

  /** Keeps a sequence as it is now, for all clients. */
  async keep(id: SequenceId, name: string): Promise<TemplateId> {
    const { db } = this.database;
    const [row] = await db
      .select()
      .from(sequences)
      .where(and(eq(sequences.id, id), isNull(sequences.removedAt)));
    if (!row) throw notFound();
    const { clientId, content } = row;
    const known = await db
      .select({ slug: pages.slug, name: pages.name })
      .from(pages)
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt)));
    const of = content.event.kind === 'booking' ? content.event.calendar : null;
    const [counted] = of
      ? await db
          .select({ isEvent: sql<boolean>`jsonb_typeof(${calendars.content}->'dates') = 'object'` })
          .from(calendars)
          .where(eq(calendars.id, of))
      : [];
    const template = this.ids.next<TemplateId>();
    await db.insert(followUpTemplates).values({
      ...{ id: template, name, content, pages: known, keptAt: this.clock.now() },
      isEvent: counted?.isEvent ?? false,
    });
    return template;
  }

  /**
   * Makes a sequence for a client, and what starts it: a rule, the sequence of a calendar, a list; and the fields that its
   * words read. All of it or nothing. While a page that its words link to is not live, nothing starts it by itself.
   */
  async take(
    clientId: ClientId,
    given: {
      content: SequenceContent;
      start: FollowUpStart;
      fields: readonly { key: string; name: string }[];
    },
  ): Promise<{ sequenceId: SequenceId; notLive: string[] }> {
    const { content, start } = given;
    return this.database.transaction(async (tx) => {
      for (const field of given.fields)
        await this.fields.add(
          tx,
          clientId,
          { ...field, type: 'text', options: [] },
          this.clock.now(),
        );
      const references = referencesIn(SequenceContent, content);
      await checkReferences(tx, clientId, references, 'body.content');
      const groups = sequenceMergeGroups(content.event);
      const words = { document: content, stored: null };
      const isThere = isNull(pages.removedAt);
      await checkMergeFields(tx, clientId, groups, SequenceContent, words, 'body.content', isThere);
      const sequence = await this.sequences.create(clientId, content, tx);
      const notLive = await this.linkedDrafts(tx, clientId, content);
      await this.startBy(tx, clientId, start, {
        ...{ id: sequence, name: content.name },
        isReady: notLive.length === 0,
      });
      return { sequenceId: sequence, notLive };
    });
  }

  /** The pages that words link to and that nobody can open yet, by name. */
  private async linkedDrafts(
    tx: Queries,
    clientId: ClientId,
    content: SequenceContent,
  ): Promise<string[]> {
    const drafts = await tx
      .select({ slug: pages.slug, name: pages.name })
      .from(pages)
      .where(and(eq(pages.clientId, clientId), isNull(pages.removedAt), not(isLive!)));
    const words = JSON.stringify(content);
    return drafts
      .filter(({ slug }) => new RegExp(String.raw`links\.${pageLinkName(slug)}\b`).test(words))
      .map(({ name }) => name);
  }

  private async startBy(
    tx: Queries,
    clientId: ClientId,
    start: FollowUpStart,
    { id: sequence, name, isReady }: { id: SequenceId; name: string; isReady: boolean },
  ): Promise<void> {
    const rule = (content: Pick<RuleContent, 'conditions'> & Partial<RuleContent>) =>
      this.rules.add(
        clientId,
        {
          name: `Start “${name}”`.slice(0, 80),
          actions: [{ kind: 'start', sequence }],
          ...content,
        },
        isReady,
        tx,
      );
    switch (start.by) {
      case 'form':
        await rule({ conditions: { match: 'all', terms: [{ about: 'form', is: start.form }] } });
        break;
      case 'missed':
      case 'came':
        await rule({
          trigger: {
            kind: start.by,
            calendar: start.calendar,
            each: true,
          },
          conditions: { match: 'all', terms: [] },
        });
        break;
      case 'calendar':
        if (isReady) await this.startByCalendar(tx, clientId, start.calendar, sequence);
        break;
      case 'list':
        await tx.insert(peopleLists).values({
          ...{ id: this.ids.next<ListId>(), clientId, userId: null, ...usualView },
          ...{ name: start.name, conditions: start.conditions },
        });
        break;
      case 'hand':
        break;
    }
  }

  private async startByCalendar(
    tx: Queries,
    clientId: ClientId,
    id: CalendarId,
    sequence: SequenceId,
  ): Promise<void> {
    const [row] = await tx
      .update(calendars)
      .set({
        content: sql`jsonb_set(${calendars.content}, '{sequence}', ${JSON.stringify(sequence)}::jsonb)`,
        version: sql`${calendars.version} + 1`,
      })
      .where(
        and(eq(calendars.id, id), eq(calendars.clientId, clientId), isNull(calendars.removedAt)),
      )
      .returning({ id: calendars.id });
    if (!row)
      throw new AppProblem('bad-request', { detail: 'That calendar is gone. Choose another.' });
  }
}
