import { api, type MessageSummary } from '@plumgate/contract';
import { useDeferredValue, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useEndpoint } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { useAct } from '../../ui/use-act.ts';
import { call } from '../../api/call.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { whenText } from '../../ui/when.ts';
import { Reply } from './reply.tsx';
import { TextPhone } from './text-phone.tsx';
import { MessagesTabs } from './messages-tabs.tsx';
import { EmailSheetFrame } from './email-sheet-frame.tsx';

/** What the built-in mail server received, shown as its recipient sees it. */
export function PostRoomScreen() {
  const client = useClient();
  const { messageId } = useParams();
  const [search, setSearch] = useState('');
  const asked = useDeferredValue(search.trim());
  const list = useEndpoint(
    api.listPostRoom,
    { params: { clientId: client?.id ?? '' }, query: { search: asked, limit: 100 } },
    { enabled: client !== undefined, refetchInterval: 10_000 },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client) return <Skeleton />;
  const messages = list.data?.messages ?? [];
  const open = messageId ?? messages[0]?.id;
  return (
    <div className="flex h-full flex-col">
      <PageHead title="Messages">
        <SearchField
          label="Find messages by recipient or subject"
          placeholder="Recipient or subject"
          value={search}
          onChange={setSearch}
        />
      </PageHead>
      <MessagesTabs slug={client.slug} />
      {!list.data ? (
        <Skeleton />
      ) : messages.length === 0 ? (
        <Empty title={asked ? `No message matches “${asked}”` : 'No post yet'}>
          <p>Messages to people and notices to the business show here, as they arrive.</p>
        </Empty>
      ) : (
        <div className="flex min-h-0 flex-1 max-md:flex-col">
          <ul className="w-96 shrink-0 overflow-auto border-r border-line max-md:max-h-64 max-md:w-full">
            {messages.map((message) => (
              <Row
                key={message.id}
                message={message}
                zone={client.zone}
                to={`/${client.slug}/messages/post-room/${message.id}`}
                open={message.id === open}
              />
            ))}
            {list.data.next && (
              <li className="p-4 text-center text-xs text-muted">
                The newest 100 are shown. Search to reach earlier ones.
              </li>
            )}
          </ul>
          {open && <Opened messageId={open} zone={client.zone} />}
        </div>
      )}
    </div>
  );
}

function Row({
  message,
  zone,
  to,
  open,
}: {
  message: MessageSummary;
  zone: string;
  to: string;
  open: boolean;
}) {
  return (
    <li
      className={`relative border-b border-line px-6 py-2.5 ${open ? 'bg-plum-tint' : 'hover:bg-sheet'}`}
    >
      <Link
        to={to}
        aria-current={open ? 'true' : undefined}
        className="block truncate font-semibold after:absolute after:inset-0"
      >
        {(message.kind === 'text' || message.isReply) && (
          <span className="mr-1.5 rounded-full bg-tide-tint px-2 py-0.5 text-xs text-tide">
            {message.isReply ? 'reply' : 'text'}
          </span>
        )}
        {message.subject}
      </Link>
      <p className="flex justify-between gap-3 text-xs text-muted">
        <span className="truncate">
          {message.isReply ? `from ${message.from}` : `to ${message.to}`}
        </span>
        <span className="shrink-0 tabular-nums">{whenText(message.receivedAt, zone)}</span>
      </p>
    </li>
  );
}

function Opened({ messageId, zone }: { messageId: string; zone: string }) {
  const message = useEndpoint(api.getMessage, { params: { messageId } });
  if (message.isError) return <Failed error={message.error} again={() => void message.refetch()} />;
  if (!message.data) return <Skeleton />;
  if (message.data.kind === 'text') return <TextPhone message={message.data} zone={zone} />;
  const { subject, from, to, receivedAt, html, unsubscribe, calendar } = message.data;
  return (
    <article className="flex min-w-0 flex-1 flex-col">
      <header className="border-b border-line bg-sheet px-6 py-3">
        <h2 className="text-lg break-words">{subject}</h2>
        <p className="text-xs text-muted">
          From {from} to {to}, {whenText(receivedAt, zone)}
        </p>
        <div className="mt-1 flex flex-wrap gap-x-4 text-[13px]">
          {calendar && (
            <a
              className="font-semibold text-plum-dark hover:underline"
              href={`data:text/calendar;charset=utf-8,${encodeURIComponent(calendar)}`}
              download="visit.ics"
            >
              Calendar file
            </a>
          )}
          {unsubscribe && (
            <a
              className="font-semibold text-plum-dark hover:underline"
              href={unsubscribe}
              target="_blank"
              rel="noreferrer"
            >
              Unsubscribe as this person
            </a>
          )}
          {!message.data.isReply && (
            <>
              <Report messageId={messageId} as="junk" words="Mark as junk" />
              <Report messageId={messageId} as="returned" words="Return as undeliverable" />
            </>
          )}
        </div>
      </header>
      <EmailSheetFrame key={messageId} subject={subject} html={html} />
      <Reply message={message.data} placeholder="Reply to this email" />
    </article>
  );
}

/** What a mailbox provider or a mail server reports of a message. */
function Report({
  messageId,
  as,
  words,
}: {
  messageId: string;
  as: 'junk' | 'returned';
  words: string;
}) {
  const act = useAct();
  return (
    <button
      type="button"
      className="font-semibold text-plum-dark hover:underline"
      onClick={() =>
        void act(async () => {
          await call(api.reportMessage, { params: { messageId }, body: { as } });
          return { said: 'Reported, as their mail server would.' };
        })
      }
    >
      {words}
    </button>
  );
}
