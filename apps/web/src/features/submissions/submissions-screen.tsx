import {
  api,
  roleMay,
  type AnswerView,
  type ClientSummary,
  type SubmissionView,
} from '@plumgate/contract';
import type { FormId } from '@plumgate/core/basics';
import { Download } from 'lucide-react';
import { useDeferredValue, useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Temporal } from 'temporal-polyfill';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndlessList, useEndpoint, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { Choice, InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { junkReasons } from '../held/junk-reasons.ts';
import { PeopleTabs } from '../people/people-tabs.tsx';
import { uploadAddress } from '../people/sent-files.tsx';
import { JunkRules } from './junk-rules.tsx';
import { AnswersSummary } from './answers-summary.tsx';
import { answerText } from './answer-text.ts';
import { SetOffButton } from './set-off.tsx';

const periods = {
  all: 'Any time',
  '7': 'Last 7 days',
  '30': 'Last 30 days',
  '90': 'Last 90 days',
} as const;

const views = { list: 'Received', answers: 'Summed up', junk: 'Put aside' } as const;
type View = keyof typeof views;

/** Every submission of a client, of one form or of all: listed, summed up, or put aside. */
export function SubmissionsScreen() {
  const client = useClient();
  return client ? <Submissions client={client} /> : <Skeleton />;
}

function Submissions({ client }: { client: ClientSummary }) {
  const [params, setParams] = useSearchParams();
  const form = (params.get('form') ?? '') as FormId | '';
  const view = (params.get('view') ?? 'list') as View;
  const search = params.get('search') ?? '';
  const set = (changes: Record<string, string>) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [name, value] of Object.entries(changes))
          if (value) next.set(name, value);
          else next.delete(name);
        return next;
      },
      { replace: true },
    );
  const role = useSession().data?.user.role;
  const mayBlock = role !== undefined && roleMay(role, 'funnels.write');
  const days = Number(params.get('days') ?? 0);
  const from = useStartOfDay(client.zone, days);
  const wanted = {
    search: useDeferredValue(search.trim()),
    ...(form && { form }),
    ...(from && { from }),
  };
  const given = {
    params: { clientId: client.id },
    query: { ...wanted, junk: view === 'junk' ? ('true' as const) : ('false' as const) },
  };
  const list = useEndlessList(api.listSubmissions, given);
  const names = useFormNames(client, list.data?.pages.flatMap((part) => part.submissions) ?? []);
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  const first = list.data?.pages[0];
  return (
    <>
      <PageHead
        title="People"
        beside={
          first && (
            <span className="text-muted tabular-nums">
              {first.total.toLocaleString('en-US')}{' '}
              {first.total === 1 ? 'submission' : 'submissions'}
            </span>
          )
        }
      >
        <SearchField
          label="Search answers and names"
          value={search}
          onChange={(next) => set({ search: next })}
        />
        <InlineSelect
          label="Form"
          className="h-9 max-w-52"
          options={{ all: 'All forms', ...names }}
          value={form || 'all'}
          onChange={(id) =>
            set({
              form: id === 'all' ? '' : id,
              ...(id === 'all' && view === 'answers' && { view: '' }),
            })
          }
        />
        <InlineSelect
          label="Period"
          className="h-9"
          options={periods}
          value={days > 0 ? String(days) : 'all'}
          onChange={(next) => set({ days: next === 'all' ? '' : next })}
        />
        <ExportButton clientId={client.id} wanted={wanted} />
      </PageHead>
      <PeopleTabs clientSlug={client.slug} />
      <div className="flex flex-wrap items-center gap-3 px-6 pt-3 max-md:px-4">
        <div className="w-80 max-w-full">
          <Choice
            label="Show"
            options={
              form ? views : ({ list: views.list, junk: views.junk } as Record<View, string>)
            }
            value={view}
            onChange={(next) => set({ view: next === 'list' ? '' : next })}
          />
        </div>
        {view === 'junk' && mayBlock && <JunkRules clientId={client.id} />}
        {first && first.junk > 0 && view !== 'junk' && (
          <span className="self-end pb-2 text-xs text-muted">
            {first.junk.toLocaleString('en-US')} put aside
          </span>
        )}
      </div>
      {view === 'answers' && form ? (
        <AnswersSummary formId={form} from={from} client={client} />
      ) : !list.data ? (
        <Skeleton />
      ) : (
        <SubmissionRows
          rows={list.data.pages.flatMap(({ submissions }) => submissions)}
          view={view}
          isOfOneForm={form !== ''}
          client={client}
        />
      )}
      {view !== 'answers' && list.hasNextPage && (
        <div className="p-4 text-center">
          <Button disabled={list.isFetchingNextPage} onClick={() => void list.fetchNextPage()}>
            Show more
          </Button>
        </div>
      )}
    </>
  );
}

/** The moment at which the day so many days ago began for the client; undefined for none, and until the time is known. */
function useStartOfDay(zone: string, days: number): string | undefined {
  const clock = useEndpoint(api.getClock, {});
  if (!clock.data || days <= 0) return undefined;
  return Temporal.Instant.from(clock.data.now)
    .toZonedDateTimeISO(zone)
    .startOfDay()
    .subtract({ days })
    .toInstant()
    .toString();
}

/** The forms by name: all of them for those who may see funnels, else those that somebody sent. */
function useFormNames(client: ClientSummary, rows: readonly SubmissionView[]) {
  const role = useSession().data?.user.role;
  const enabled = role !== undefined && roleMay(role, 'funnels.read');
  const forms = useEndpoint(api.listForms, { params: { clientId: client.id } }, { enabled });
  return Object.fromEntries([
    ...rows.map(({ formId, form }) => [formId, form] as const),
    ...(forms.data?.forms ?? []).map(({ id, name }) => [id, name] as const),
  ]);
}

function ExportButton({
  clientId,
  wanted,
}: {
  clientId: ClientSummary['id'];
  wanted: { search: string; form?: FormId; from?: string };
}) {
  const act = useAct();
  return (
    <Button
      onClick={() =>
        void act(() => saveFile(api.exportSubmissions, { params: { clientId }, query: wanted }))
      }
    >
      <Download className="size-4" /> Export CSV
    </Button>
  );
}

function SubmissionRows({
  rows,
  view,
  isOfOneForm,
  client,
}: {
  rows: SubmissionView[];
  view: View;
  isOfOneForm: boolean;
  client: ClientSummary;
}) {
  const columns = useMemo(
    () => columnsOf(rows, view, isOfOneForm, client),
    [rows, view, isOfOneForm, client],
  );
  if (rows.length === 0)
    return view === 'junk' ? (
      <Empty title="Nothing is put aside">
        <p>Submissions that look like junk wait here. Their senders can’t tell.</p>
      </Empty>
    ) : (
      <Empty title="No submissions here">
        <p>Whatever somebody sends by a form of a live page appears here right away.</p>
      </Empty>
    );
  return (
    <div className="overflow-x-auto pt-3">
      <DataTable label="Submissions" columns={columns} rows={rows} keyOf={({ id }) => id} />
    </div>
  );
}

function columnsOf(
  rows: readonly SubmissionView[],
  view: View,
  isOfOneForm: boolean,
  client: ClientSummary,
): Column<SubmissionView>[] {
  const { slug, zone } = client;
  return [
    {
      id: 'received',
      header: 'Received',
      className: 'whitespace-nowrap',
      cell: (one) =>
        one.junk ? (
          whenText(one.receivedAt, zone)
        ) : (
          <SetOffButton submission={one} client={client} />
        ),
    },
    {
      id: 'person',
      header: 'Person',
      className: 'max-w-44 truncate font-semibold',
      cell: ({ person, personId }) =>
        personId ? (
          <Link className="hover:text-plum-dark hover:underline" to={`/${slug}/people/${personId}`}>
            {person}
          </Link>
        ) : (
          person || 'Nobody named'
        ),
    },
    ...(view === 'junk' ? [reasonColumn] : []),
    ...(isOfOneForm ? answerColumns(rows) : [formColumn, answersColumn]),
    {
      id: 'page',
      header: 'Page',
      wideOnly: true,
      className: 'max-w-36 truncate text-muted',
      cell: ({ page }) => page,
    },
    {
      id: 'source',
      header: 'Source',
      wideOnly: true,
      className: 'max-w-36 truncate text-muted',
      cell: ({ source }) => source.last,
    },
    ...(view === 'junk'
      ? [{ ...restoreColumn }]
      : [
          {
            id: 'rules',
            header: 'Rules matched',
            wideOnly: true,
            className: 'max-w-40 truncate text-muted',
            cell: ({ rules }: SubmissionView) => rules.join(', ') || 'None',
          },
        ]),
  ];
}

const formColumn: Column<SubmissionView> = {
  id: 'form',
  header: 'Form',
  wideOnly: true,
  className: 'max-w-40 truncate',
  cell: ({ form }) => form,
};
const answersColumn: Column<SubmissionView> = {
  id: 'answers',
  header: 'Answers',
  className: 'max-w-80 truncate text-muted',
  cell: ({ answers }) =>
    answers
      .filter(({ isWho }) => !isWho)
      // Of a box that was ticked, its own words say more than “yes”.
      .map((answer) => (answer.value === true ? answer.label : answerText(answer)))
      .join(' · '),
};
const reasonColumn: Column<SubmissionView> = {
  id: 'reason',
  header: 'Why',
  cell: ({ junk }) => <Pill tone="honey">{junk && junkReasons[junk.reason]}</Pill>,
};
const restoreColumn: Column<SubmissionView> = {
  id: 'restore',
  header: 'Restore',
  hideHeader: true,
  cell: ({ id }) => <Restore id={id} />,
};

/** A column for each question that somebody answered, in the order of the newest submission. */
function answerColumns(rows: readonly SubmissionView[]): Column<SubmissionView>[] {
  const labels = new Map(
    rows.flatMap(({ answers }) => answers.map(({ key, label }) => [key, label])),
  );
  return [...labels].map(([key, label]) => ({
    id: `answer-${key}`,
    header: label,
    className: 'max-w-48 truncate',
    cell: ({ answers }) => {
      const answer = answers.find((one) => one.key === key);
      return answer?.files ? <Files files={answer.files} /> : answer && answerText(answer);
    },
  }));
}

const Files = ({ files }: { files: NonNullable<AnswerView['files']> }) =>
  files.map(({ upload, name }) => (
    <a key={upload} className="mr-2 text-plum-dark hover:underline" href={uploadAddress(upload)}>
      {name}
    </a>
  ));

function Restore({ id }: { id: SubmissionView['id'] }) {
  const act = useAct();
  return (
    <Button
      size="small"
      onClick={() =>
        void act(async () => {
          await call(api.restoreSubmission, { params: { submissionId: id } });
          return { said: 'Taken in. Rules and follow-up ran as for any other submission.' };
        })
      }
    >
      Restore
    </Button>
  );
}
