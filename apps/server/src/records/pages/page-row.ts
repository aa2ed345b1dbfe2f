import type { PageState } from '@plumgate/contract';
import type { FunnelId } from '@plumgate/core/basics';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { pages } from './table.ts';

export type PageRow = typeof pages.$inferSelect;

export function stateOf(
  page: Pick<PageRow, 'liveRevision' | 'liveVersion' | 'version' | 'offline'>,
): PageState {
  if (page.liveRevision === null) return 'draft';
  if (page.offline) return 'offline';
  return page.liveVersion === page.version ? 'live' : 'changed';
}

export interface OwnCode {
  head: string;
  body: string;
}

/** The code on a page: what is the whole funnel's comes first, so that what a page's own depends on is there before it. */
export const codeOn = (funnel: OwnCode, page: OwnCode): OwnCode => ({
  head: [funnel.head, page.head].filter(Boolean).join('\n'),
  body: [funnel.body, page.body].filter(Boolean).join('\n'),
});

/** A funnel's steps in order. */
export const stepsOf = (db: Queries, funnelId: FunnelId): Promise<PageRow[]> =>
  db
    .select()
    .from(pages)
    .where(and(eq(pages.funnelId, funnelId), isNull(pages.removedAt)))
    .orderBy(asc(pages.position));
