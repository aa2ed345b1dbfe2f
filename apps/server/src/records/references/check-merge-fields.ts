import type { ClientId } from '@plumgate/core/basics';
import {
  mergeFieldsOf,
  unknownFieldWords,
  unknownMergeFieldsIn,
  type MergeField,
  type MergeGroup,
} from '@plumgate/core/messages';
import { and, eq, isNull, type SQL } from 'drizzle-orm';
import type { z } from 'zod';
import { forms } from '../forms/table.ts';
import { isLive, pages } from '../pages/table.ts';
import { voucherPools } from '../vouchers/table.ts';
import { ownFields } from '../people/fields.table.ts';
import type { Queries } from '../../platform/database/database.ts';
import { AppProblem } from '../../platform/http/app-problem.ts';

/** The merge fields of some groups that exist for a client; answers are those that its forms ask for. */
export async function knownMergeFields(
  db: Queries,
  clientId: ClientId,
  groups: readonly MergeGroup[],
  linkable: SQL | undefined = isLive,
): Promise<MergeField[]> {
  const rows = groups.includes('answers')
    ? await db
        .select({ definition: forms.definition })
        .from(forms)
        .where(and(eq(forms.clientId, clientId), isNull(forms.removedAt)))
    : [];
  const own = groups.includes('person')
    ? await db.select().from(ownFields).where(eq(ownFields.clientId, clientId))
    : [];
  const questions = rows.flatMap(({ definition }) => definition.questions);
  const linked = groups.includes('links')
    ? await db
        .select({ slug: pages.slug, name: pages.name })
        .from(pages)
        .where(and(eq(pages.clientId, clientId), linkable))
    : [];
  const pools = groups.includes('vouchers')
    ? await db
        .select({ content: voucherPools.content })
        .from(voucherPools)
        .where(and(eq(voucherPools.clientId, clientId), isNull(voucherPools.removedAt)))
    : [];
  const named = pools.map(({ content }) => content);
  return mergeFieldsOf(groups, questions, own, linked, named);
}

/**
 * Refuses to save messages whose words name a merge field that does not exist for them: it would go out blank. What was
 * named before already (`stored`) may stay while something else is changed: its question may have been removed since.
 *
 * @param groups what these messages may name
 * @param linkable which pages words may link to; left out, those that are live
 * @param under the part of the request's body in which the document lies, such as `body.content`
 */
export async function checkMergeFields(
  db: Queries,
  clientId: ClientId,
  groups: readonly MergeGroup[],
  schema: z.ZodType,
  { document, stored }: { document: unknown; stored: unknown },
  under: string,
  linkable?: SQL,
): Promise<void> {
  const known = await knownMergeFields(db, clientId, groups, linkable);
  const before = new Set(unknownMergeFieldsIn(schema, stored, known).map(({ field }) => field));
  const unknown = unknownMergeFieldsIn(schema, document, known).filter(
    ({ field }) => !before.has(field),
  );
  if (unknown.length === 0) return;
  const fields = unknown.map(({ at, field }) => ({
    field: `${under}.${at}`,
    message: unknownFieldWords(field),
  }));
  throw new AppProblem('bad-request', { detail: fields[0]!.message, fields });
}
