import { api, type ClientSummary, type PeopleListView, type PeopleSort } from '@plumgate/contract';
import { Download, Ellipsis } from 'lucide-react';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useLocation, useParams } from 'react-router';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndlessList, useEndpoint } from '../../api/hooks.ts';
import { Button, IconButton, LinkButton } from '../../ui/button.tsx';
import { LongTable } from '../../ui/long-table.tsx';
import { Menu } from '../../ui/menu.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { saveFile } from '../../ui/save-file.ts';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { isTypingIn } from '../../ui/typing.ts';
import { useAct } from '../../ui/use-act.ts';
import { useRemoval } from '../bin/use-removal.tsx';
import { aboutPeople, type Askable } from '../conditions/askable.ts';
import { ConditionSentence } from '../conditions/condition-sentence.tsx';
import { useToday } from '../conditions/use-today.ts';
import type { Conditions } from '@plumgate/core/conditions';
import type { PersonId } from '@plumgate/core/basics';
import { AddPerson } from './add-person.tsx';
import { BulkBar, type Picked } from './bulk-bar.tsx';
import { ColumnChooser } from './column-chooser.tsx';
import { countWords, ListChips } from './list-chips.tsx';
import { ListDialog } from './list-dialog.tsx';
import { columnsOf, nameColumn, tickColumn } from './people-columns.tsx';
import { PeopleTabs } from './people-tabs.tsx';
import { PersonDrawer } from './person-drawer.tsx';
import { saveList, usePeopleList } from './use-people-list.ts';

/** A client's people, asked for in a sentence; one of them opened beside the list. */
export function PeopleScreen() {
  const client = useClient();
  const lists = usePeopleList(client?.id);
  const params = { clientId: client?.id ?? '' };
  const choices = useEndpoint(
    api.getConditionChoices,
    { params },
    { enabled: client !== undefined },
  );
  const today = useToday(client?.zone ?? 'UTC');
  const failed = [lists.saved, choices].find(({ isError }) => isError);
  if (failed?.error) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!client || !lists.asked || !choices.data) return <Skeleton />;
  return (
    <People
      key={client.id}
      {...{ client, lists, asked: lists.asked }}
      asks={{ choices: choices.data, abouts: aboutPeople, today }}
    />
  );
}

type Lists = ReturnType<typeof usePeopleList>;

function People({
  client,
  lists,
  asked,
  asks,
}: {
  client: ClientSummary;
  lists: Lists;
  asked: NonNullable<Lists['asked']>;
  asks: Askable;
}) {
  const { personId } = useParams();
  const { search } = useLocation();
  const [typed, setTyped] = useState('');
  const searched = useDeferredValue(typed.trim());
  const { conditions, sort } = asked;
  const params = { clientId: client.id };
  const found = useEndlessList(
    api.queryPeople,
    { params, body: { conditions, search: searched, sort } },
    { keepsShown: true },
  );
  const columns = useMemo(
    () => columnsOf(client, asks.choices.fields),
    [client, asks.choices.fields],
  );
  useSlashToFind();
  const act = useAct();
  const exportThem = (as: typeof api.exportPeople | typeof api.exportContacts, some?: PersonId[]) =>
    void act(() =>
      saveFile(as, {
        params,
        query: {
          ...{ conditions: JSON.stringify(conditions), search: searched },
          ...(some && { ids: JSON.stringify(some) }),
        },
      }),
    );
  const people = found.data?.pages.flatMap((page) => page.people) ?? [];
  const [first] = found.data?.pages ?? [];
  const show = (view: { columns?: string[]; sort?: PeopleSort }) =>
    void lists.show({ columns: asked.columns, sort, ...view });
  const [ticked, setTicked] = useState<ReadonlySet<PersonId> | 'all'>(nobody);
  const total = first?.total ?? 0;
  const picked = pickedOf(ticked, { conditions, search: searched }, first);
  const isTicked = (id: PersonId) => ticked === 'all' || ticked.has(id);
  const tick = (ids: readonly PersonId[], isOn: boolean) => {
    const before = ticked === 'all' ? people.map(({ id }) => id) : ticked;
    const next = new Set(before);
    for (const id of ids)
      if (isOn) next.add(id);
      else next.delete(id);
    setTicked(next);
  };
  if (found.isError && !found.data)
    return <Failed error={found.error} again={() => void found.refetch()} />;
  return (
    <div className="flex h-full flex-col">
      <PageHead
        title="People"
        beside={first && <span className="text-muted tabular-nums">{countWords(first)}</span>}
      >
        <ColumnChooser
          columns={columns}
          shown={asked.columns}
          onChange={(shown) => show({ columns: shown })}
        />
        <AddPerson client={client} />
        <LinkButton to={`/${client.slug}/people/import`}>Import</LinkButton>
        <Menu
          trigger={
            <Button>
              <Download className="size-4" /> Export
            </Button>
          }
          items={[
            { label: 'As a table (CSV)', does: () => exportThem(api.exportPeople) },
            { label: 'As contact cards (vCard)', does: () => exportThem(api.exportContacts) },
          ]}
        />
      </PageHead>
      <PeopleTabs clientSlug={client.slug} />
      <div className={`grid gap-2 px-6 py-3 max-md:px-4 ${personId ? 'max-md:hidden' : ''}`}>
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-card border border-strong-line bg-sheet px-3 py-2">
          <div className="min-w-0 flex-1">
            <ConditionSentence
              subject="People"
              conditions={conditions}
              asks={asks}
              find={{ value: typed, onChange: setTyped }}
              onChange={lists.ask}
            />
          </div>
          <ListButtons {...{ client, lists, asked }} />
        </div>
        <ListChips lists={lists.saved.data!.lists} open={lists.list} onOpen={lists.open} />
      </div>
      <div className="flex min-h-0 flex-1 border-t border-line">
        <div className={`relative min-w-0 flex-1 ${personId ? 'max-lg:hidden' : ''}`}>
          {!first ? (
            <Skeleton />
          ) : people.length === 0 ? (
            <NobodyHere searched={searched} isAsked={conditions.terms.length > 0} />
          ) : (
            <LongTable
              label="People"
              columns={[
                tickColumn({
                  isTicked,
                  areAllTicked: people.every(({ id }) => isTicked(id)),
                  onTick: ({ id }, isOn) => tick([id], isOn),
                  onTickAll: (isOn) =>
                    tick(
                      people.map(({ id }) => id),
                      isOn,
                    ),
                }),
                nameColumn(({ id }) => `/${client.slug}/people/${id}${search}`),
                ...asked.columns.flatMap((id) => columns.get(id) ?? []),
              ]}
              rows={people}
              total={first.total}
              keyOf={({ id }) => id}
              rowClass={({ id }) =>
                `relative max-md:flex max-md:h-auto max-md:flex-wrap max-md:items-center max-md:py-2 ${id === personId ? 'bg-plum-tint' : ''}`
              }
              sorting={sort}
              onSort={(next) => show({ sort: next as PeopleSort })}
              onEnd={() => {
                if (found.hasNextPage && !found.isFetchingNextPage) void found.fetchNextPage();
              }}
            />
          )}
          <BulkBar
            clientId={client.id}
            picked={picked}
            choices={asks.choices}
            others={
              ticked !== 'all' &&
              ticked.size < total && (
                <button
                  type="button"
                  className="mr-1 border-b border-dashed font-semibold"
                  onClick={() => setTicked('all')}
                >
                  all {first && countWords(first)} that match
                </button>
              )
            }
            {...(ticked === 'all'
              ? { onExport: () => exportThem(api.exportPeople) }
              : ticked.size <= mostExported && {
                  onExport: () => exportThem(api.exportPeople, [...ticked]),
                })}
            onClear={() => setTicked(nobody)}
          />
        </div>
        {personId && (
          <PersonDrawer
            personId={personId}
            zone={client.zone}
            choices={asks.choices}
            backTo={`/${client.slug}/people${search}`}
          />
        )}
      </div>
    </div>
  );
}

/** So many can be named one by one in an address. */
const mostExported = 200;

const nobody: ReadonlySet<PersonId> = new Set();

/** The people that the ticks stand for. */
function pickedOf(
  ticked: ReadonlySet<PersonId> | 'all',
  asked: { conditions: Conditions; search: string },
  first: { total: number; about: boolean } | undefined,
): Picked | null {
  if (ticked === 'all') return first ? { who: asked, words: `all ${countWords(first)}` } : null;
  if (ticked.size === 0) return null;
  return { who: { ids: [...ticked] }, words: `${ticked.size.toLocaleString('en-US')} ticked` };
}

/** What can be done with the list that is open, or with what is asked for instead. */
function ListButtons({
  client,
  lists,
  asked,
}: {
  client: ClientSummary;
  lists: Lists;
  asked: NonNullable<Lists['asked']>;
}) {
  const [saving, setSaving] = useState<'new' | 'open' | null>(null);
  const { remove, removal } = useRemoval();
  const act = useAct();
  const { list, isChanged } = lists;
  const change = (changes: Partial<PeopleListView>, said: string) =>
    void act(async () => {
      await saveList(list!, { ...list!, ...changes });
      lists.open(list);
      return { said };
    });
  return (
    <>
      {isChanged && list && (
        <Button
          look="main"
          onClick={() => change({ conditions: asked.conditions }, `“${list.name}” saved.`)}
        >
          Save to “{list.name}”
        </Button>
      )}
      {isChanged && (
        <>
          <Button onClick={() => setSaving('new')}>Save as a list</Button>
          <Button look="quiet" onClick={() => lists.open(list)}>
            {list ? 'Discard changes' : 'Clear'}
          </Button>
        </>
      )}
      {list && !isChanged && (
        <Menu
          trigger={
            <IconButton label={`What can be done with ${list.name}`}>
              <Ellipsis />
            </IconButton>
          }
          items={[
            { label: 'Edit name and sharing', does: () => setSaving('open') },
            {
              label: list.isPinned ? 'Unpin' : 'Pin',
              does: () =>
                change({ isPinned: !list.isPinned }, list.isPinned ? 'Unpinned.' : 'Pinned.'),
            },
            null,
            {
              label: 'Delete list',
              grave: true,
              does: () => {
                void remove({
                  kind: 'list',
                  id: list.id,
                  does: () => call(api.removePeopleList, { params: { listId: list.id } }),
                  after: () => lists.open(null),
                });
              },
            },
          ]}
        />
      )}
      {removal}
      {saving && (
        <ListDialog
          clientId={client.id}
          list={saving === 'open' ? list : null}
          content={asked}
          onSaved={(id) => lists.open({ id })}
          onClose={() => setSaving(null)}
        />
      )}
    </>
  );
}

function NobodyHere({ searched, isAsked }: { searched: string; isAsked: boolean }) {
  if (searched)
    return (
      <Empty title={`Nobody matches “${searched}”`}>
        <p>Every word must be found in a name, an email address, a number or a tag.</p>
      </Empty>
    );
  return isAsked ? (
    <Empty title="Nobody is like that now">
      <p>Take a part out of the sentence, or change one.</p>
    </Empty>
  ) : (
    <Empty title="No people yet">
      <p>Anyone who sends a form on a live page appears here right away.</p>
    </Empty>
  );
}

/** The key / leads to the find field, unless one is writing. */
function useSlashToFind() {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== '/' || isTypingIn(event.target)) return;
      event.preventDefault();
      document.querySelector<HTMLElement>('[data-find]')?.focus();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
}
