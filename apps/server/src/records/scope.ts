import type { ClientOwnedId } from '@plumgate/contract';
import type { ClientId } from '@plumgate/core/basics';
import { and, eq, isNotNull, isNull, or, type SQL } from 'drizzle-orm';
import type { AnyPgColumn, PgTable } from 'drizzle-orm/pg-core';
import type { Queries } from '../platform/database/database.ts';
import { sqlState } from '../platform/database/sql-state.ts';
import { jobs } from '../platform/jobs/jobs.table.ts';
import { approvalLinks, remarks } from './approvals/table.ts';
import { campaigns } from './campaigns/table.ts';
import { bookings, calendars } from './booking/table.ts';
import { waitingList } from './booking/waiting-list.table.ts';
import { busyFeeds, timeOff } from './booking/staff-times.table.ts';
import { staff } from './clients/record-tables.ts';
import { ofActiveClients } from './clients/active-clients.ts';
import { clients } from './clients/table.ts';
import { runSteps, sequenceRuns, sequences } from './followup/table.ts';
import { forms } from './forms/table.ts';
import { heldSubmissions, submissions } from './intake/table.ts';
import { uploads } from './intake/uploads.table.ts';
import { funnels } from './funnels/table.ts';
import { outbox } from './messages/outbox.table.ts';
import { postRoom } from './messages/table.ts';
import { pages } from './pages/table.ts';
import { ownFields } from './people/fields.table.ts';
import { tasks } from './people/tasks.table.ts';
import { peopleLists } from './people/lists.table.ts';
import { merges } from './people/merges.table.ts';
import { people } from './people/table.ts';
import { pictures } from './pictures/table.ts';
import { routingRules } from './routing/table.ts';
import { areas } from './listings/areas.table.ts';
import { listings } from './listings/table.ts';
import { voucherPools } from './vouchers/table.ts';
import { reportIssues, reports } from './reports/table.ts';
import { tags } from './tags/table.ts';
import { resultViews } from './results/views.table.ts';
import { conversions } from './results/conversions.table.ts';
import { resultNotes } from './results/notes.table.ts';
import { splitTests } from './split-tests/table.ts';
import { testRuns } from './test-runs/table.ts';

type Owned = PgTable & { id: AnyPgColumn; clientId: AnyPgColumn; removedAt?: AnyPgColumn };

const tables: Record<Exclude<ClientOwnedId, 'clientId'>, Owned | Owned[]> = {
  funnelId: funnels,
  pageId: pages,
  formId: forms,
  personId: people,
  bookingId: bookings,
  calendarId: calendars,
  sequenceId: sequences,
  ruleId: routingRules,
  // One that the program sends, a reply that was written in the post room, or a step of a sequence that was left out.
  messageId: [outbox, postRoom, runSteps],
  pictureId: pictures,
  approvalId: approvalLinks,
  remarkId: remarks,
  testRunId: testRuns,
  testId: splitTests,
  resultNoteId: resultNotes,
  resultViewId: resultViews,
  conversionId: conversions,
  tagId: tags,
  reportId: reports,
  reportIssueId: reportIssues,
  jobId: jobs,
  // By their id only those are named that were put aside.
  submissionId: heldSubmissions,
  receivedId: submissions,
  fieldId: ownFields,
  listId: peopleLists,
  taskId: tasks,
  runId: sequenceRuns,
  runStepId: runSteps,
  mergeId: merges,
  uploadId: uploads,
  campaignId: campaigns,
  voucherPoolId: voucherPools,
  staffId: staff,
  timeOffId: timeOff,
  busyFeedId: busyFeeds,
  waitingEntryId: waitingList,
  listingId: listings,
  areaId: areas,
};

/** In no bin. A person who was merged into another is still asked for, by links of before. */
const isThere = (kind: ClientOwnedId, removedAt: AnyPgColumn | undefined): SQL | undefined => {
  if (!removedAt) return undefined;
  return kind === 'personId'
    ? or(isNull(removedAt), isNotNull(people.mergedInto))
    : isNull(removedAt);
};

/** Whose something is, by an id as an address gives it; null when there is no such thing, or only in the bin (unless asked for with `inBin`), or its client is archived (unless asked for with `inArchive`). */
export async function ownerOf(
  db: Queries,
  kind: ClientOwnedId,
  id: string,
  { inBin = false, inArchive = false } = {},
): Promise<ClientId | null> {
  const places: {
    table: PgTable;
    owner: AnyPgColumn;
    key: AnyPgColumn;
    removedAt?: AnyPgColumn | undefined;
  }[] =
    kind === 'clientId'
      ? [{ table: clients, owner: clients.id, key: clients.id }]
      : [tables[kind]].flat().map((table) => ({
          table,
          removedAt: table.removedAt,
          owner: table.clientId,
          key: table.id,
        }));
  try {
    for (const { table, owner, key, removedAt } of places) {
      const [row] = await db
        .select({ owner })
        .from(table)
        .where(
          and(
            eq(key, id),
            inBin ? undefined : isThere(kind, removedAt),
            inArchive ? undefined : ofActiveClients(owner),
          ),
        );
      if (row) return row.owner as ClientId | null;
    }
    return null;
  } catch (error) {
    // What can't be an id (class 22: data exception) is nobody's.
    if (sqlState(error)?.startsWith('22')) return null;
    throw error;
  }
}
