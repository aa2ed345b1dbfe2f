import { api, type FunnelSummary } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAsk, useClients } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { LinkButton } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { TakeIn } from './import-zip.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';

/** A client's funnels by folder, and a search over everybody's. */
export function FunnelsScreen() {
  const client = useClient();
  const clients = useClients().data?.clients ?? [];
  const asked = useAsk(api.listAllFunnels, {});
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
        <div className="overflow-x-auto">
          <table className="w-full min-w-[640px] tabular-nums">
            <thead className="text-left text-xs text-muted">
              <tr className="h-9 border-b border-line">
                <th className="pl-6 font-semibold">Name</th>
                <th className="font-semibold">State</th>
                <th className="font-semibold">First page</th>
                <th className="text-right font-semibold">Visitors, 30 days</th>
                <th className="text-right font-semibold">Leads</th>
                <th className="pr-6 text-right font-semibold">Conversion rate</th>
              </tr>
            </thead>
            {inFolders(
              list,
              words ? (funnel) => nameOf(funnel.clientId) : ({ folder }) => folder,
            ).map(([folder, funnels]) => (
              <tbody key={folder}>
                {folder && (
                  <tr className="h-9 border-b border-line bg-line/40">
                    <th colSpan={6} className="pl-6 text-left text-xs font-semibold">
                      {folder}
                    </th>
                  </tr>
                )}
                {funnels.map((funnel) => (
                  <Row
                    key={funnel.id}
                    funnel={funnel}
                    slug={clients.find(({ id }) => id === funnel.clientId)?.slug ?? ''}
                  />
                ))}
              </tbody>
            ))}
          </table>
        </div>
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

/** Those in no folder first, then the folders by name. */
function inFolders(
  list: FunnelSummary[],
  folderOf: (funnel: FunnelSummary) => string,
): [folder: string, funnels: FunnelSummary[]][] {
  const names = [...new Set(list.map(folderOf))].sort((a, b) => a.localeCompare(b));
  return names.map((name) => [name, list.filter((funnel) => folderOf(funnel) === name)]);
}

function Row({ funnel, slug }: { funnel: FunnelSummary; slug: string }) {
  return (
    <tr className="h-11 border-b border-line hover:bg-sheet">
      <td className="pl-6 font-semibold">
        <Link className="hover:text-plum-dark hover:underline" to={`/${slug}/funnels/${funnel.id}`}>
          {funnel.name}
        </Link>
        <span className="ml-2 font-normal text-muted">
          {funnel.steps} {funnel.steps === 1 ? 'step' : 'steps'}
        </span>
      </td>
      <td>
        <StatePill state={funnel.state} />
      </td>
      <td className="max-w-72 truncate text-muted">{funnel.address}</td>
      <td className="text-right">{funnel.visitors30.toLocaleString('en-US')}</td>
      <td className="text-right">{funnel.leads30.toLocaleString('en-US')}</td>
      <td className="pr-6 text-right font-semibold">
        {shareText(funnel.converted30, funnel.visitors30)}
      </td>
    </tr>
  );
}
