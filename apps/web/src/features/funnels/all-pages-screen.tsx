import { api, type ClientSummary, type PageChoice } from '@plumgate/contract';
import { Ellipsis } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { IconButton } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { Dialog } from '../../ui/dialog.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { StatePill } from '../../ui/pill.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayText, whenText } from '../../ui/when.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { ownVisit } from '../pages/own-visit.ts';
import { PageAddress } from '../pages/page-address.tsx';
import { CopyStep } from './copy-step.tsx';
import { countColumns } from './count-columns.tsx';
import { FunnelsTabs } from './funnels-tabs.tsx';
import { NameIt } from './rename.tsx';
import { endOfMenu, stepActions } from './page-actions.ts';

/** Every page of a client in one list: its state, address and numbers, and what can be done with it. */
export function AllPagesScreen() {
  const client = useClient();
  const asked = useEndpoint(
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
      <FunnelsTabs client={client} />
      {list.length === 0 ? (
        <Empty title={words ? 'No page matches' : `No page for ${client.name} yet`}>
          <p>
            {words
              ? 'No page of this client has that in its name, funnel or address.'
              : 'Create a funnel and its pages appear here.'}
          </p>
        </Empty>
      ) : (
        <DataTable
          label="Pages"
          columns={columnsOf(client)}
          rows={list}
          keyOf={({ pageId }) => pageId}
        />
      )}
    </>
  );
}

const columnsOf = (client: ClientSummary): Column<PageChoice>[] => [
  {
    id: 'page',
    header: 'Page',
    className: 'max-w-80 max-md:max-w-40 max-md:py-2 md:truncate',
    sortBy: ({ name }) => name,
    cell: ({ pageId, name, funnel, funnelId }) => (
      <>
        <Link
          className="font-semibold hover:text-plum-dark hover:underline"
          to={`/${client.slug}/pages/${pageId}`}
        >
          {name}
        </Link>
        <Link
          className="text-muted hover:underline max-md:block max-md:text-xs md:ml-2"
          to={`/${client.slug}/funnels/${funnelId}`}
        >
          {funnel}
        </Link>
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
    header: 'Address',
    wideOnly: true,
    className: 'max-w-56 truncate text-muted',
    sortBy: ({ slug }) => slug,
    cell: (page) =>
      page.live ? (
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
      ),
  },
  ...countColumns<PageChoice>('Rate'),
  {
    id: 'ever',
    header: 'Leads, all time',
    wideOnly: true,
    isNumber: true,
    sortBy: ({ leadsEver }) => leadsEver,
    cell: ({ hasForm, leadsEver }) => (hasForm ? leadsEver.toLocaleString('en-US') : '–'),
  },
  {
    id: 'created',
    header: 'Created',
    wideOnly: true,
    className: 'whitespace-nowrap text-muted',
    sortBy: ({ createdAt }) => createdAt,
    cell: ({ createdAt }) => dayText(createdAt, client.zone),
  },
  {
    id: 'changed',
    header: 'Last change',
    wideOnly: true,
    className: 'whitespace-nowrap text-muted',
    sortBy: ({ changedAt }) => changedAt,
    cell: ({ changedAt }) => whenText(changedAt, client.zone),
  },
  {
    id: 'menu',
    header: 'What to do',
    hideHeader: true,
    className: 'w-12',
    cell: (page) => <PageMenu page={page} slug={client.slug} />,
  },
];

function PageMenu({ page, slug }: { page: PageChoice; slug: string }) {
  const act = useAct();
  const { remove, removal } = useRemoval();
  const navigate = useNavigate();
  const [asking, setAsking] = useState<'name' | 'copy' | 'address' | null>(null);
  const { pageId, name } = page;
  const close = () => setAsking(null);
  return (
    <>
      <Menu
        trigger={
          <IconButton label={`Actions for ${name}`}>
            <Ellipsis />
          </IconButton>
        }
        items={[
          { label: 'Edit the page', does: () => void navigate(`/${slug}/pages/${pageId}`) },
          { label: 'Rename…', does: () => setAsking('name') },
          { label: 'Change its address…', does: () => setAsking('address') },
          { label: 'Copy it into a funnel…', does: () => setAsking('copy') },
          null,
          ...endOfMenu(page, act, remove),
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
      {removal}
    </>
  );
}
