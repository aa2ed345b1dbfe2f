import { api, type FunnelSummary } from '@plumgate/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { useEndpoint, useClients } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { LinkButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { TakeIn } from './import-zip.tsx';
import { countColumns } from './count-columns.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';

/** A client's funnels by folder, and a search over everybody's. */
export function FunnelsScreen() {
  const client = useClient();
  const clients = useClients().data?.clients ?? [];
  const asked = useEndpoint(api.listAllFunnels, {});
  const [sought, setSought] = useState('');
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const words = sought.trim().toLowerCase();
  const nameOf = (id: string) => clients.find((one) => one.id === id)?.name ?? '';
  const list = asked.data.funnels.filter((funnel) =>
    words
      ? `${funnel.name} ${funnel.folder} ${nameOf(funnel.clientId)} ${funnel.address ?? ''}`
          .toLowerCase()
          .includes(words)
      : funnel.clientId === client.id,
  );
  return (
    <>
      <PageHead title="Funnels">
        <SearchField label="Search all clients’ funnels" value={sought} onChange={setSought} />
        <TakeIn client={client} />
        <LinkButton look="main" to={`/${client.slug}/funnels/new`}>
          New funnel
        </LinkButton>
      </PageHead>
      <FunnelsTabs clientSlug={client.slug} />
      {list.length > 0 ? (
        <DataTable
          label="Funnels"
          columns={columnsOf((id) => clients.find((one) => one.id === id)?.slug ?? '')}
          rows={list}
          keyOf={({ id }) => id}
          groupOf={words ? ({ clientId }) => nameOf(clientId) : ({ folder }) => folder}
        />
      ) : words ? (
        <Empty title="No funnel matches">
          <p>No client has a funnel whose name, folder or address says “{sought.trim()}”.</p>
        </Empty>
      ) : (
        <Empty title={`Nothing built for ${client.name} yet`}>
          <p>
            A funnel is a page with a form and a thank-you page. Start from a template or from
            blank; you can change every word later.
          </p>
        </Empty>
      )}
    </>
  );
}

const columnsOf = (slugOf: (client: string) => string): Column<FunnelSummary>[] => [
  {
    id: 'name',
    header: 'Name',
    className: 'max-md:py-2',
    sortBy: ({ name }) => name,
    cell: ({ id, clientId, name, steps }) => (
      <>
        <Link
          className="font-semibold hover:text-plum-dark hover:underline"
          to={`/${slugOf(clientId)}/funnels/${id}`}
        >
          {name}
        </Link>
        <span className="ml-2 text-muted">
          {steps} {steps === 1 ? 'step' : 'steps'}
        </span>
      </>
    ),
  },
  {
    id: 'state',
    header: 'State',
    sortBy: ({ state }) => state,
    cell: ({ state }) => <StatePill state={state} />,
  },
  {
    id: 'address',
    header: 'First page',
    wideOnly: true,
    className: 'max-w-72 truncate text-muted',
    sortBy: ({ address }) => address ?? '',
    cell: ({ address }) => address,
  },
  ...countColumns<FunnelSummary>('Conversion rate'),
];
