import { api, type MessageRecord } from '@plumgate/contract';
import { useState } from 'react';
import { useEndpoint, useSession } from '../../api/hooks.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { whenText } from '../../ui/when.ts';
import { TeamTabs } from './team-tabs.tsx';

/** What the built-in mail server received for the team: it stands in for their mailboxes until a real one is set up. */
export function AccountMailScreen() {
  const asked = useEndpoint(api.listAccountMail, {}, { refetchInterval: 5_000 });
  const session = useSession();
  const [picked, setPicked] = useState<string | null>(null);
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data || !session.data) return <Skeleton />;
  const { messages } = asked.data;
  const shown = messages.find(({ id }) => id === picked) ?? messages[0];
  return (
    <>
      <PageHead title="Team" />
      <TeamTabs />
      {shown ? (
        <div className="grid grid-cols-[320px_1fr] max-md:grid-cols-1">
          <ul className="border-r border-line max-md:border-r-0">
            {messages.map((message) => (
              <li key={message.id}>
                <button
                  type="button"
                  aria-current={message.id === shown.id}
                  className="grid w-full border-b border-line px-6 py-2 text-left aria-[current=true]:bg-plum-tint max-md:px-4"
                  onClick={() => setPicked(message.id)}
                >
                  <span className="truncate font-semibold">{message.subject || message.text}</span>
                  <span className="truncate text-xs text-muted">
                    {message.to}, {whenText(message.receivedAt, session.data.agency.zone)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          <Shown message={shown} />
        </div>
      ) : (
        <Empty title="No mail to the team yet">
          <p>
            Invitations, links for a new password and notices appear here as long as the built-in
            mail server is used.
          </p>
        </Empty>
      )}
    </>
  );
}

function Shown({ message }: { message: MessageRecord }) {
  return (
    <article className="min-w-0 p-6 max-md:p-4">
      <h2 className="text-lg break-words">{message.subject}</h2>
      <p className="mb-4 text-muted">To {message.to}</p>
      {message.html ? (
        <iframe
          title={message.subject}
          sandbox="allow-popups allow-popups-to-escape-sandbox"
          srcDoc={message.html}
          className="h-[480px] w-full rounded-card border border-line bg-sheet"
        />
      ) : (
        <p className="whitespace-pre-wrap">{message.text}</p>
      )}
    </article>
  );
}
