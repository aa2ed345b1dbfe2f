import { api, type ActivityView, type Endpoint } from '@plumgate/contract';
import type { ClientId, UserId } from '@plumgate/core/basics';
import { useState } from 'react';
import { call } from '../../api/call.ts';
import { useClients, useEndpoint, useSession } from '../../api/hooks.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { InlineField, InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { momentOf, whenText } from '../../ui/when.ts';
import { TeamTabs } from './team-tabs.tsx';

interface Wanted {
  by: string;
  client: string;
  action: string;
  /** Local days of the agency, `2026-11-05`; empty for any. */
  from: string;
  until: string;
}
const everything: Wanted = { by: '', client: '', action: '', from: '', until: '' };

const summaryOf = (action: string): string =>
  (api as Record<string, Endpoint>)[action]?.summary ?? action;

/** Who did what, filtered, and as a file. */
export function ActivityScreen() {
  const session = useSession();
  const clients = useClients();
  const team = useEndpoint(api.listUsers, {});
  const [wanted, setWanted] = useState(everything);
  const zone = session.data?.agency.zone ?? 'UTC';
  const query = queryOf(wanted, zone);
  const asked = useEndpoint(api.listActivity, { query }, { enabled: session.data !== undefined });
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!clients.data || !team.data) return <Skeleton />;
  const take = (changes: Partial<Wanted>) => setWanted({ ...wanted, ...changes });
  const file = new URLSearchParams(query).toString();
  return (
    <>
      <PageHead title="Team">
        <LinkButton isFile to={`/api/activity.csv${file && `?${file}`}`}>
          Export CSV
        </LinkButton>
      </PageHead>
      <TeamTabs />
      <div className="flex flex-wrap items-center gap-2 px-6 py-3 max-md:px-4">
        <InlineSelect
          label="Who"
          value={wanted.by}
          options={{ '': 'Anyone', ...namesOf(team.data.users) }}
          onChange={(by) => take({ by })}
        />
        <InlineSelect
          label="Which client"
          value={wanted.client}
          options={{ '': 'All clients', ...namesOf(clients.data.clients) }}
          onChange={(client) => take({ client })}
        />
        <InlineSelect
          label="What"
          className="max-w-64"
          value={wanted.action}
          options={{
            '': 'Anything',
            ...Object.fromEntries((asked.data?.actions ?? []).map((one) => [one, summaryOf(one)])),
          }}
          onChange={(action) => take({ action })}
        />
        <span className="text-muted">from</span>
        <InlineField
          label="From day"
          type="date"
          value={wanted.from}
          onChange={(from) => take({ from })}
        />
        <span className="text-muted">to</span>
        <InlineField
          label="To day"
          type="date"
          value={wanted.until}
          onChange={(until) => take({ until })}
        />
      </div>
      {asked.data ? (
        <Rows key={JSON.stringify(query)} first={asked.data.rows} query={query} zone={zone} />
      ) : (
        <Skeleton />
      )}
    </>
  );
}

const namesOf = (things: readonly { id: string; name: string }[]): Record<string, string> =>
  Object.fromEntries(things.map(({ id, name }) => [id, name]));

/** Only what is asked for, days as moments: a last day counts whole. */
function queryOf({ by, client, action, from, until }: Wanted, zone: string) {
  return {
    ...(by && { by: by as UserId }),
    ...(client && { client: client as ClientId }),
    ...(action && { action }),
    ...(from && { from: momentOf(`${from}T00:00`, zone) }),
    ...(until && { until: momentOf(`${until}T23:59:59`, zone) }),
  };
}

const pageSize = 100;

function Rows({
  first,
  query,
  zone,
}: {
  first: ActivityView[];
  query: ReturnType<typeof queryOf>;
  zone: string;
}) {
  const [more, setMore] = useState<ActivityView[]>([]);
  const [isOver, setIsOver] = useState(first.length < pageSize);
  const rows = [...first, ...more];
  const goOn = async () => {
    const before = rows.at(-1)!.id;
    const next = await call(api.listActivity, { query: { ...query, before: String(before) } });
    setMore([...more, ...next.rows]);
    setIsOver(next.rows.length < pageSize);
  };
  if (rows.length === 0)
    return (
      <Empty title="Nothing of this kind was done">
        <p>Choose another person, client or time.</p>
      </Empty>
    );
  return (
    <>
      <DataTable
        label="What was done"
        columns={columnsOf(zone)}
        rows={rows}
        keyOf={({ id }) => String(id)}
      />
      {!isOver && (
        <div className="p-4 text-center">
          <Button onClick={() => void goOn()}>Show more</Button>
        </div>
      )}
    </>
  );
}

const columnsOf = (zone: string): Column<ActivityView>[] => [
  {
    id: 'at',
    header: 'When',
    className: 'text-muted whitespace-nowrap max-md:text-xs max-md:whitespace-normal',
    cell: ({ at }) => whenText(at, zone),
  },
  { id: 'by', header: 'Who', className: 'font-semibold', cell: ({ by }) => by },
  {
    id: 'what',
    header: 'What',
    className: 'max-w-96 py-1.5',
    cell: ({ action, subject, times }) => (
      <>
        <span className="line-clamp-2">{summaryOf(action)}</span>
        <span className="block truncate text-xs text-muted">
          {[subject, times > 1 && `${times} times`].filter(Boolean).join(', ')}
        </span>
      </>
    ),
  },
  { id: 'client', header: 'Client', wideOnly: true, cell: ({ client }) => client ?? '' },
];
