import { api, type MessageOutcome, type SentMessage } from '@plumgate/contract';
import { Mail, MessageSquare } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useClient } from '../../api/client.ts';
import { useEndlessList, useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { messageStateWords } from '@plumgate/core/messages';
import { Pill } from '../../ui/pill.tsx';
import { SearchField } from '../../ui/search-field.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { whenText } from '../../ui/when.ts';
import { EmailSheetFrame } from './email-sheet-frame.tsx';
import { MessagesTabs } from './messages-tabs.tsx';

const { planned: _planned, ...states } = messageStateWords;
const kinds = { email: 'Emails', text: 'Texts' };

/** Every message to people and to the business, what became of it, and the one that is open beside them. */
export function SentScreen() {
  const client = useClient();
  const { messageId } = useParams();
  const [search, setSearch] = useState('');
  const [state, setState] = useState<MessageOutcome | ''>('');
  const [kind, setKind] = useState<'email' | 'text' | ''>('');
  const asked = useDeferredValue(search.trim());
  const list = useEndlessList(
    api.listMessages,
    {
      params: { clientId: client?.id ?? '' },
      query: { search: asked, limit: 50, ...(state && { state }), ...(kind && { kind }) },
    },
    { enabled: client !== undefined, keepsShown: true },
  );
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client) return <Skeleton />;
  const messages = list.data?.pages.flatMap((page) => page.messages);
  const open = messages?.find(({ id }) => id === messageId);
  return (
    <div className="flex h-full flex-col">
      <PageHead title="Messages">
        <InlineSelect
          label="State"
          options={{ '': 'All states', ...states }}
          value={state}
          onChange={(value) => setState(value as MessageOutcome | '')}
        />
        <InlineSelect
          label="Kind"
          options={{ '': 'Emails and texts', ...kinds }}
          value={kind}
          onChange={(value) => setKind(value as 'email' | 'text' | '')}
        />
        <SearchField
          label="Find messages by recipient or subject"
          placeholder="Recipient or subject"
          value={search}
          onChange={setSearch}
        />
      </PageHead>
      <MessagesTabs slug={client.slug} />
      {!messages ? (
        <Skeleton />
      ) : messages.length === 0 ? (
        <Empty title={asked || state || kind ? 'No message is like that' : 'Nothing sent yet'}>
          <p>Messages to people and notices to the business are listed here.</p>
        </Empty>
      ) : (
        <div className="flex min-h-0 flex-1 max-md:flex-col">
          <ul className="min-w-0 flex-1 overflow-auto">
            {messages.map((message) => (
              <Row
                key={message.id}
                message={message}
                zone={client.zone}
                to={`/${client.slug}/messages/sent/${message.id}`}
                isOpen={message.id === messageId}
              />
            ))}
            {list.hasNextPage && (
              <li className="p-4 text-center">
                <Button onClick={() => void list.fetchNextPage()}>Show more</Button>
              </li>
            )}
          </ul>
          {messageId && (
            <Opened
              key={messageId}
              messageId={messageId}
              personTo={open?.personId ? `/${client.slug}/people/${open.personId}` : null}
            />
          )}
        </div>
      )}
    </div>
  );
}

const tones: Record<MessageOutcome, 'plain' | 'leaf' | 'honey' | 'brick'> = {
  queued: 'honey',
  sent: 'leaf',
  delivered: 'leaf',
  failed: 'brick',
  'left-out': 'plain',
};

function Row({
  message: { kind, subject, to: recipient, origin, state, reason, receivedAt, opened, clicked },
  zone,
  to,
  isOpen,
}: {
  message: SentMessage;
  zone: string;
  to: string;
  isOpen: boolean;
}) {
  const Icon = kind === 'email' ? Mail : MessageSquare;
  const seen = clicked ? 'Clicked' : opened ? 'Opened, about' : '';
  return (
    <li
      className={`relative flex items-center gap-3 border-b border-line px-6 py-2 max-md:px-4 ${isOpen ? 'bg-plum-tint' : 'hover:bg-sheet'}`}
    >
      <Icon className="size-4 shrink-0 text-muted" aria-hidden />
      <div className="min-w-0 flex-1">
        <Link
          to={to}
          aria-current={isOpen ? 'true' : undefined}
          className="block truncate font-medium after:absolute after:inset-0"
        >
          {subject}
        </Link>
        <p className="truncate text-xs text-muted">
          {[`to ${recipient}`, origin, reason].filter(Boolean).join(' · ')}
        </p>
      </div>
      <div className="flex shrink-0 flex-col items-end gap-0.5">
        <Pill tone={tones[state]}>{seen || states[state]}</Pill>
        <span className="text-xs text-muted tabular-nums">{whenText(receivedAt, zone)}</span>
      </div>
    </li>
  );
}

/** A message as its recipient sees it. */
function Opened({ messageId, personTo }: { messageId: string; personTo: string | null }) {
  const message = useEndpoint(api.getMessage, { params: { messageId } });
  return (
    <article className="flex w-[540px] shrink-0 flex-col border-l border-line bg-sheet max-md:h-1/2 max-md:w-full max-md:border-t max-md:border-l-0">
      {message.isError ? (
        <Failed error={message.error} again={() => void message.refetch()} />
      ) : !message.data ? (
        <Skeleton />
      ) : (
        <>
          <header className="border-b border-line px-5 py-3">
            <h2 className="text-lg break-words">{message.data.subject}</h2>
            <p className="text-xs text-muted">
              To {message.data.to}
              {personTo && (
                <>
                  {' · '}
                  <Link className="font-semibold text-plum-dark hover:underline" to={personTo}>
                    Open the record
                  </Link>
                </>
              )}
            </p>
          </header>
          {message.data.html ? (
            <EmailSheetFrame subject={message.data.subject} html={message.data.html} />
          ) : (
            <p className="overflow-auto p-5 break-words whitespace-pre-line">{message.data.text}</p>
          )}
        </>
      )}
    </article>
  );
}
