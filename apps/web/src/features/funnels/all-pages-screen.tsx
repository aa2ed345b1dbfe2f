import { api, type ClientSummary, type PageChoice } from '@plumgate/contract';
import { shareText } from '@plumgate/core/results';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useAsk } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { IconButton } from '../../ui/button.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { ownVisit } from '../pages/own-visit.ts';
import { PageAddress } from '../pages/page-address.tsx';
import { CopyStep } from './copy-step.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';
import { NameIt } from './rename.tsx';
import { endOfMenu, stepActions } from './page-actions.ts';

/** Every page of a client in one list: its state, address and numbers, and what can be done with it. */
export function AllPagesScreen() {
  const client = useClient();
  const asked = useAsk(
    api.listPages,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  const [sought, setSought] = useState('');
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  const words = sought.trim().toLowerCase();
  const list = asked.data.pages.filter(({ name, funnel, slug }) =>
    `${name} ${funnel} ${slug}`.toLowerCase().includes(words),
  );
  return (
    <>
      <PageHead title="Funnels">
        <SearchField label="Search these pages" value={sought} onChange={setSought} />
      </PageHead>
      <FunnelsTabs clientSlug={client.slug} />
      {list.length === 0 ? (
        <Empty title={words ? 'No page matches' : `No page for ${client.name} yet`}>
          <p>
            {words
              ? 'No page of this client has that in its name, funnel or address.'
              : 'Create a funnel and its pages appear here.'}
          </p>
        </Empty>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full tabular-nums md:min-w-[860px]">
            <thead className="text-left text-xs text-muted">
              <tr className="h-9 border-b border-line">
                <th className="pl-6 font-semibold">Page</th>
                <th className="font-semibold">State</th>
                <th className="font-semibold max-md:hidden">Address</th>
                <th className="text-right font-semibold max-md:hidden">Visitors, 30 days</th>
                <th className="text-right font-semibold">Leads</th>
                <th className="text-right font-semibold max-md:hidden">Rate</th>
                <th className="pl-6 font-semibold max-md:hidden">Last change</th>
                <th className="pr-6">
                  <span className="sr-only">What to do</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {list.map((page) => (
                <Row key={page.pageId} page={page} client={client} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}

function Row({ page, client }: { page: PageChoice; client: ClientSummary }) {
  const { slug, zone } = client;
  const act = useAct();
  const navigate = useNavigate();
  const [asking, setAsking] = useState<'name' | 'copy' | 'address' | null>(null);
  const { pageId, name, state } = page;
  const close = () => setAsking(null);
  const edit = `/${slug}/pages/${pageId}`;
  return (
    <tr className="h-11 border-b border-line hover:bg-sheet">
      <td className="max-w-80 pl-6 max-md:max-w-40 max-md:py-2 md:truncate">
        <Link className="font-semibold hover:text-plum-dark hover:underline" to={edit}>
          {name}
        </Link>
        <Link
          className="text-muted hover:underline max-md:block max-md:text-xs md:ml-2"
          to={`/${slug}/funnels/${page.funnelId}`}
        >
          {page.funnel}
        </Link>
      </td>
      <td>
        <StatePill state={state} />
      </td>
      <td className="max-w-56 truncate text-muted max-md:hidden">
        {page.live ? (
          <a
            href={ownVisit(page.address, client)}
            target="_blank"
            rel="noreferrer"
            className="hover:underline"
          >
            /{page.slug}
          </a>
        ) : (
          `/${page.slug}`
        )}
      </td>
      <td className="text-right max-md:hidden">{page.visitors30.toLocaleString('en-US')}</td>
      <td className="text-right">{page.leads30.toLocaleString('en-US')}</td>
      <td className="text-right font-semibold max-md:hidden">
        {shareText(page.converted30, page.visitors30)}
      </td>
      <td className="pl-6 whitespace-nowrap text-muted max-md:hidden">
        {whenText(page.changedAt, zone)}
      </td>
      <td className="w-12 pr-6">
        <Menu
          trigger={
            <IconButton label={`What to do with ${name}`}>
              <Ellipsis />
            </IconButton>
          }
          items={[
            { label: 'Edit the page', does: () => void navigate(edit) },
            { label: 'Rename…', does: () => setAsking('name') },
            { label: 'Change its address…', does: () => setAsking('address') },
            { label: 'Copy it into a funnel…', does: () => setAsking('copy') },
            null,
            ...endOfMenu(page, act),
          ]}
        />
        {asking === 'name' && (
          <NameIt
            what="the page"
            name={name}
            onClose={close}
            onName={(wanted) => stepActions.rename(page, wanted)}
          />
        )}
        {asking === 'copy' && <CopyStep step={page} onClose={close} />}
        {asking === 'address' && (
          <Dialog title="Change its address" onClose={close}>
            <PageAddress page={page} title={name} />
          </Dialog>
        )}
      </td>
    </tr>
  );
}
