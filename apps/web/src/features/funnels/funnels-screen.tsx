import { api, type ClientSummary, type FunnelSummary } from '@plumgate/contract';
import { useState } from 'react';
import { useEndpoint, useClients } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { LinkButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { FunnelCard } from './funnel-card.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';
import { ImportMenu } from './import-menu.tsx';

/** A client's funnels by folder, and a search over everybody's. */
export function FunnelsScreen() {
  const client = useClient();
  const clients = useClients().data?.clients ?? [];
  const asked = useEndpoint(api.listAllFunnels, {});
  const [sought, setSought] = useState('');
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const words = sought.trim().toLowerCase();
  const clientOf = (funnel: FunnelSummary) => clients.find(({ id }) => id === funnel.clientId);
  const list = asked.data.funnels.filter((funnel) =>
    words ? textOf(funnel, clientOf(funnel)).includes(words) : funnel.clientId === client.id,
  );
  return (
    <>
      <PageHead title="Funnels">
        <SearchField label="Search all clients’ funnels" value={sought} onChange={setSought} />
        <ImportMenu client={client} />
        <LinkButton look="main" to={`/${client.slug}/funnels/new`}>
          New funnel
        </LinkButton>
      </PageHead>
      <FunnelsTabs client={client} />
      {list.length > 0 ? (
        <Groups
          groups={grouped(list, (funnel) =>
            words ? (clientOf(funnel)?.name ?? '') : funnel.folder,
          )}
          slugOf={(funnel) => clientOf(funnel)?.slug ?? ''}
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
          <LinkButton look="main" to={`/${client.slug}/funnels/new`}>
            Choose a template
          </LinkButton>
        </Empty>
      )}
    </>
  );
}

function Groups({
  groups,
  slugOf,
}: {
  groups: [name: string, funnels: FunnelSummary[]][];
  slugOf: (funnel: FunnelSummary) => string;
}) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 p-6 max-md:p-4">
      {groups.map(([name, funnels]) => (
        <section key={name} aria-label={name || undefined}>
          {name && <h2 className="mb-2 font-sans text-sm font-semibold text-muted">{name}</h2>}
          <ul
            className="grid grid-cols-[minmax(0,1fr)] gap-3"
            aria-label={name ? `Funnels of ${name}` : 'Funnels'}
          >
            {funnels.map((funnel) => (
              <FunnelCard
                key={funnel.id}
                funnel={funnel}
                clientSlug={slugOf(funnel)}
                heading={name ? 'h3' : 'h2'}
              />
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

const textOf = ({ name, folder, address }: FunnelSummary, client: ClientSummary | undefined) =>
  `${name} ${folder} ${client?.name ?? ''} ${address ?? ''}`.toLowerCase();

/** Funnels under their headings in the order of the alphabet; those without one come first. */
function grouped(
  funnels: FunnelSummary[],
  headingOf: (funnel: FunnelSummary) => string,
): [name: string, funnels: FunnelSummary[]][] {
  const headings = [...new Set(funnels.map(headingOf))].sort((a, b) => a.localeCompare(b));
  return headings.map((heading) => [
    heading,
    funnels.filter((funnel) => headingOf(funnel) === heading),
  ]);
}
