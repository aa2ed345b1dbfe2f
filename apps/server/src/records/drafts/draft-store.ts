import type { ContentDraft } from '@plumgate/contract';
import type { UserId } from '@plumgate/core/basics';
import { calendarFormat } from '@plumgate/core/booking';
import { sequenceFormat } from '@plumgate/core/followup';
import { ruleFormat } from '@plumgate/core/routing';
import { and, eq } from 'drizzle-orm';
import { isAnyOf } from '../../platform/database/bulk.ts';
import type { Queries } from '../../platform/database/database.ts';
import { drafts, type DraftKind } from './table.ts';

/** A draft is stored as what it will be when it is applied, so that a later build reads it. */
const formats: Record<
  DraftKind,
  { read: (stored: unknown) => unknown; write: (content: never) => unknown }
> = {
  sequence: sequenceFormat,
  rule: ruleFormat,
  calendar: calendarFormat,
};

export async function saveDraft(
  db: Queries,
  draft: Omit<typeof drafts.$inferInsert, 'content'> & { content: object },
): Promise<void> {
  const content = formats[draft.kind].write(draft.content as never) as Record<string, unknown>;
  const { version, savedAt } = draft;
  await db
    .insert(drafts)
    .values({ ...draft, content })
    .onConflictDoUpdate({
      target: [drafts.kind, drafts.subjectId, drafts.userId],
      set: { content, version, savedAt },
    });
}

/** Forgets somebody's draft: it was applied, or is not wanted. Those of others stay. */
export async function discardDraft(
  db: Queries,
  kind: DraftKind,
  id: string,
  of: UserId,
): Promise<void> {
  const isOf = and(eq(drafts.kind, kind), eq(drafts.subjectId, id), eq(drafts.userId, of));
  await db.delete(drafts).where(isOf);
}

/** Forgets all drafts of a thing that is gone. */
export async function discardDrafts(db: Queries, kind: DraftKind, id: string): Promise<void> {
  await db.delete(drafts).where(and(eq(drafts.kind, kind), eq(drafts.subjectId, id)));
}

/** Somebody's drafts of some things by their ids. */
export async function draftsOf(
  db: Queries,
  kind: DraftKind,
  ids: readonly string[],
  of: UserId,
): Promise<Map<string, ContentDraft>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(drafts)
    .where(and(eq(drafts.kind, kind), isAnyOf(drafts.subjectId, ids), eq(drafts.userId, of)));
  return new Map(
    rows.map(({ subjectId, content, version }) => [
      subjectId,
      { content: formats[kind].read(content), version },
    ]),
  );
}
