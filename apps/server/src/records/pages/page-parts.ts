import type { PageId } from '@plumgate/core/basics';
import { sql, type SQL } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { pages } from './table.ts';

/** A part of a page that people press or watch. */
export interface PagePart {
  page: PageId;
  id: string;
  kind: 'button' | 'video';
  name: string;
  /** Of a video: it is told how much of it was watched; of one that another site plays, only that it was started. */
  isMeasured: boolean;
}

/** The name of a button or video `part`, as the editor has it. */
const nameSql = sql`coalesce(nullif(part->>'label', ''), nullif(part->>'title', ''), initcap(part->>'kind'))`;

/** The name of one part of a page's draft by its id; null where there is none. */
export const partNameSql = (draft: SQL, id: SQL): SQL =>
  sql`(select ${nameSql} from jsonb_path_query_first(${draft}, 'strict $.** ? (@.id == $id && exists(@.kind))', jsonb_build_object('id', ${id})) as part)`;

/** The buttons and videos of a client's pages, as they are being worked on. */
export async function pageParts(db: Queries, ofPages: SQL): Promise<PagePart[]> {
  const { rows } = await db.execute<PagePart & Record<string, unknown>>(sql`
    select pages.id as page, part->>'id' as id, part->>'kind' as kind,
      ${nameSql} as name,
      coalesce(part->'source'->>'from' = 'file', false) as "isMeasured"
    from ${pages}, jsonb_path_query(${pages.draft}, 'strict $.** ? (@.kind == "button" || @.kind == "video")') as part
    where ${ofPages} and part ? 'id'
    order by name`);
  return rows;
}
