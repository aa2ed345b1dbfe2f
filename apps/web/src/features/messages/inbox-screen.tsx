import { api, type ConversationSummary, type InboxCounts } from '@plumgate/contract';
import { useDeferredValue, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndlessList } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useRoving } from '../../ui/use-roving.ts';
import { whenText } from '../../ui/when.ts';
import { Conversation } from './conversation.tsx';
import { MessagesTabs } from './messages-tabs.tsx';
import { wayIcons } from './way-icons.ts';

const shows = { open: 'Open', unread: 'Unread', mine: 'Mine', closed: 'Closed' } as const;
type Show = keyof typeof shows;

/** What people wrote to a client, each in the conversation with its writer, and the one that is open beside it. */
export function InboxScreen() {
  const client = useClient();
  const { personId } = useParams();
  const [query, setQuery] = useSearchParams();
  const [search, setSearch] = useState('');
  const asked = useDeferredValue(search.trim());
  const show = (query.get('show') ?? 'open') as Show;
  const list = useEndlessList(
    api.listConversations,
    { params: { clientId: client?.id ?? '' }, query: { show, search: asked, limit: 50 } },
    { enabled: client !== undefined, keepsShown: true },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client) return <Skeleton />;
  const conversations = list.data?.pages.flatMap((page) => page.conversations);
  const counts = list.data?.pages[0]?.counts;
  const addressOf = (id: string) =>
    `/${client.slug}/messages/${id}${show === 'open' ? '' : `?show=${show}`}`;
  return (
    <div className="flex h-full flex-col">
      {/* On a phone an open conversation has the whole screen. */}
      <div className={personId ? 'max-md:hidden' : ''}>
        <PageHead title="Messages">
          <SearchField
            label="Find conversations by name or words"
            placeholder="Name or words"
            value={search}
            onChange={setSearch}
          />
        </PageHead>
        <MessagesTabs slug={client.slug} />
      </div>
      <div className="flex min-h-0 flex-1">
        <section
          aria-label="Conversations"
          className={`flex w-[340px] shrink-0 flex-col border-r border-line max-md:w-full max-md:border-0 ${personId ? 'max-md:hidden' : ''}`}
        >
          <div className="flex gap-1 border-b border-line px-4 py-2">
            {Object.entries(shows).map(([value, label]) => (
              <ShowChoice
                key={value}
                label={label}
                count={countOf(value as Show, counts)}
                isOn={value === show}
                onPick={() => setQuery(value === 'open' ? {} : { show: value }, { replace: true })}
              />
            ))}
          </div>
          {!conversations ? (
            <Skeleton />
          ) : conversations.length === 0 ? (
            <NoConversations show={show} search={asked} />
          ) : (
            <ConversationList
              conversations={conversations}
              zone={client.zone}
              openId={personId}
              addressOf={addressOf}
            />
          )}
          {list.hasNextPage && (
            <div className="border-t border-line p-3 text-center">
              <Button onClick={() => void list.fetchNextPage()}>Show more</Button>
            </div>
          )}
        </section>
        {personId ? (
          <Conversation
            key={personId}
            personId={personId}
            client={client}
            backTo={`/${client.slug}/messages${show === 'open' ? '' : `?show=${show}`}`}
          />
        ) : (
          <div className="grid flex-1 place-content-center p-6 text-muted max-md:hidden">
            {conversations && conversations.length > 0 && <p>Choose a conversation to read it.</p>}
          </div>
        )}
      </div>
    </div>
  );
}

const countOf = (show: Show, counts: InboxCounts | undefined): number =>
  show === 'closed' ? 0 : (counts?.[show] ?? 0);

function ShowChoice({
  label,
  count,
  isOn,
  onPick,
}: {
  label: string;
  count: number;
  isOn: boolean;
  onPick: () => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      className={`rounded-full px-2.5 py-1 text-[13px] font-medium ${isOn ? 'bg-plum-tint text-plum-dark' : 'text-muted hover:text-ink'}`}
      onClick={onPick}
    >
      {label}
      {count > 0 && <span className="ml-1 tabular-nums">{count.toLocaleString('en-US')}</span>}
    </button>
  );
}

function NoConversations({ show, search }: { show: Show; search: string }) {
  if (search) return <Empty title={`Nothing matches “${search}”`} />;
  if (show === 'open')
    return (
      <Empty title="Nothing to answer">
        <p>Answers to emails and texts, and what new people write, come here.</p>
      </Empty>
    );
  const words = {
    unread: 'Everything is read',
    mine: 'None is assigned to you',
    closed: 'None is closed yet',
  };
  return <Empty title={words[show]} />;
}

function ConversationList({
  conversations,
  zone,
  openId,
  addressOf,
}: {
  conversations: readonly ConversationSummary[];
  zone: string;
  openId: string | undefined;
  addressOf: (id: string) => string;
}) {
  const list = useRoving<HTMLUListElement>();
  return (
    <ul ref={list} className="min-h-0 flex-1 overflow-auto">
      {conversations.map((one) => (
        <Row
          key={one.personId}
          conversation={one}
          zone={zone}
          to={addressOf(one.personId)}
          isOpen={one.personId === openId}
        />
      ))}
    </ul>
  );
}

function Row({
  conversation: { name, isUnread, assigneeName, last },
  zone,
  to,
  isOpen,
}: {
  conversation: ConversationSummary;
  zone: string;
  to: string;
  isOpen: boolean;
}) {
  const Icon = wayIcons[last.kind];
  return (
    <li
      className={`relative border-b border-line px-4 py-2.5 ${isOpen ? 'bg-plum-tint' : 'hover:bg-sheet'}`}
    >
      <div className="flex items-center gap-2">
        {isUnread && <span className="size-2 shrink-0 rounded-full bg-plum" aria-hidden />}
        <Link
          to={to}
          aria-current={isOpen ? 'true' : undefined}
          className={`min-w-0 flex-1 truncate after:absolute after:inset-0 ${isUnread ? 'font-semibold' : 'font-medium'}`}
        >
          {name}
          {isUnread && <span className="sr-only">, unread</span>}
        </Link>
        <span className="shrink-0 text-xs text-muted tabular-nums">
          {whenText(last.at, zone).replace(/^\w+, /, '')}
        </span>
      </div>
      <p className="mt-0.5 line-clamp-2 text-[13px] break-words text-muted">
        <Icon className="mr-1.5 inline size-3.5 align-[-2px]" aria-hidden />
        {last.by && <span className="font-medium">{last.by}: </span>}
        {last.words}
      </p>
      {assigneeName && <p className="mt-0.5 truncate text-xs text-muted">{assigneeName}</p>}
    </li>
  );
}
