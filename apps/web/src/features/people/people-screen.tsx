import { api, type PersonSummary } from '@plumgate/contract';
import { Download } from 'lucide-react';
import { useDeferredValue, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useEndlessList } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Pill } from '../../ui/pill.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { useAct } from '../../ui/use-act.ts';
import { dayText } from '../../ui/when.ts';
import { nameOf } from './name-of.ts';
import { PeopleTabs } from './people-tabs.tsx';
import { PersonDrawer } from './person-drawer.tsx';

/** Everybody who wrote to a client, each once, newest first; one of them opened beside the list. */
export function PeopleScreen() {
  const client = useClient();
  const { personId } = useParams();
  const [search, setSearch] = useState('');
  const asked = useDeferredValue(search.trim());
  const box = useSlashTo();
  const act = useAct();
  const given = { params: { clientId: client?.id ?? '' }, query: { search: asked } };
  const list = useEndlessList(api.listPeople, given, { enabled: client !== undefined });
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client) return <Skeleton />;
  const people = list.data?.pages.flatMap((page) => page.people) ?? [];
  const total = list.data?.pages[0]?.total;
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title="People"
        beside={
          total !== undefined && (
            <span className="text-muted tabular-nums">{total.toLocaleString('en-US')}</span>
          )
        }
      >
        <input
          ref={box}
          type="search"
          aria-label="Find people by name, email, number or tag"
          placeholder="Name, email, number or tag"
          className="h-9 w-72 max-w-full rounded-control border border-strong-line bg-sheet px-3"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <Button
          onClick={() =>
            void act(() =>
              saveFile(api.exportPeople, {
                params: { clientId: client.id },
                query: { search: asked },
              }),
            )
          }
        >
          <Download className="size-4" /> Export CSV
        </Button>
      </PageHead>
      <PeopleTabs clientSlug={client.slug} />
      <div className="flex min-h-0 flex-1">
        <div className={`min-w-0 flex-1 overflow-auto ${personId ? 'max-lg:hidden' : ''}`}>
          {!list.data ? (
            <Skeleton />
          ) : people.length === 0 ? (
            <NobodyHere searched={asked} />
          ) : (
            <>
              <DataTable
                label="People"
                fixed
                columns={columnsOf(client.slug, client.zone)}
                rows={people}
                keyOf={({ id }) => id}
                rowClass={({ id }) =>
                  `relative max-md:flex max-md:h-auto max-md:flex-wrap max-md:items-center max-md:py-2 ${id === personId ? 'bg-plum-tint' : ''}`
                }
              />
              {list.hasNextPage && (
                <div className="p-4 text-center">
                  <Button
                    disabled={list.isFetchingNextPage}
                    onClick={() => void list.fetchNextPage()}
                  >
                    Show more
                  </Button>
                </div>
              )}
            </>
          )}
        </div>
        {personId && (
          <PersonDrawer personId={personId} zone={client.zone} backTo={`/${client.slug}/people`} />
        )}
      </div>
    </div>
  );
}

function NobodyHere({ searched }: { searched: string }) {
  return searched ? (
    <Empty title={`Nobody matches “${searched}”`}>
      <p>Every word must be found in a name, an email address, a number or a tag.</p>
    </Empty>
  ) : (
    <Empty title="No people yet">
      <p>Anyone who sends a form on a live page appears here right away.</p>
    </Empty>
  );
}

const columnsOf = (slug: string, zone: string): Column<PersonSummary>[] => [
  {
    id: 'name',
    header: 'Name',
    className: 'md:w-[24%] truncate font-semibold',
    cell: (person) => (
      <Link to={`/${slug}/people/${person.id}`} className="after:absolute after:inset-0">
        {nameOf(person)}
      </Link>
    ),
  },
  {
    id: 'contact',
    header: 'Contact',
    className: 'md:w-[20%] truncate',
    cell: ({ phone, email }) =>
      phone ? (
        <a className="relative hover:underline" href={`tel:${phone.replace(/[^\d+]/g, '')}`}>
          {phone}
        </a>
      ) : (
        email
      ),
  },
  {
    id: 'tags',
    header: 'Tags',
    className: 'space-x-1 truncate',
    cell: ({ tags }) =>
      tags.map((tag) => (
        <Pill key={tag} tone="plum">
          {tag}
        </Pill>
      )),
  },
  {
    id: 'source',
    header: 'Source',
    wideOnly: true,
    className: 'w-[18%] truncate',
    cell: ({ source }) => source,
  },
  {
    id: 'assignee',
    header: 'Assigned to',
    wideOnly: true,
    className: 'w-[12%] truncate',
    cell: ({ assigneeName }) => assigneeName ?? 'nobody',
  },
  {
    id: 'added',
    header: 'Added',
    wideOnly: true,
    className: 'w-24 text-muted',
    cell: ({ addedAt }) => dayText(addedAt, zone).slice(4),
  },
];

/** The key / leads to the search box, wherever one is on the screen, unless one is writing. */
function useSlashTo() {
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const writing =
        event.target instanceof HTMLElement &&
        event.target.closest('input,textarea,select,[contenteditable]');
      if (event.key !== '/' || writing) return;
      event.preventDefault();
      box.current?.focus();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
  return box;
}
