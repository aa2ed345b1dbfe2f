import {
  api,
  type ClientSummary,
  type ConversationRecord,
  type PersonRecord,
} from '@plumgate/contract';
import { ArrowLeft } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { CallLink } from '../../ui/call-link.tsx';
import { InlineSelect } from '../../ui/field.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { nameOf } from '../people/name-of.ts';
import { AnswerBox } from './answer-box.tsx';
import { ConversationLines } from './conversation-lines.tsx';

/** Everything that was said with one person, and the answer that is being written. */
export function Conversation({
  personId,
  client,
  backTo,
}: {
  personId: string;
  client: ClientSummary;
  backTo: string;
}) {
  const person = useEndpoint(api.getPerson, { params: { personId } });
  const found = useEndpoint(
    api.getConversation,
    { params: { personId } },
    { refetchInterval: 5_000 },
  );
  useReadOnArrival(personId, found.data);
  const failed = [person, found].find(({ isError }) => isError);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!person.data || !found.data)
    return (
      <div className="flex-1">
        <Skeleton />
      </div>
    );
  return (
    <article aria-label={nameOf(person.data)} className="flex min-w-0 flex-1 flex-col">
      <Head person={person.data} record={found.data} client={client} backTo={backTo} />
      <ConversationLines
        messages={found.data.messages}
        name={person.data.firstName || nameOf(person.data)}
        zone={client.zone}
      />
      <AnswerBox key={personId} person={person.data} record={found.data} />
    </article>
  );
}

/** What is opened is read. */
function useReadOnArrival(personId: string, record: ConversationRecord | undefined): void {
  const refresh = useRefreshAll();
  // Once for what is there: marked unread by hand, it stays so.
  const read = useRef('');
  const newest = record?.messages.findLast(({ isTheirs }) => isTheirs)?.id ?? '';
  const isUnread = record?.conversation?.isUnread;
  useEffect(() => {
    if (!isUnread || read.current === newest) return;
    read.current = newest;
    void call(api.changeConversation, { params: { personId }, body: { isUnread: false } }).then(
      refresh,
      () => {},
    );
  }, [personId, isUnread, newest, refresh]);
}

function Head({
  person,
  record,
  client,
  backTo,
}: {
  person: PersonRecord;
  record: ConversationRecord;
  client: ClientSummary;
  backTo: string;
}) {
  const act = useAct();
  const navigate = useNavigate();
  const isClosed = record.conversation?.state === 'closed';
  const params = { personId: person.id };
  const change = (body: { state?: 'open' | 'closed'; isUnread?: boolean }) =>
    call(api.changeConversation, { params, body });
  const close = () =>
    void act(async () => {
      await change({ state: isClosed ? 'open' : 'closed' });
      if (isClosed) return { said: 'Opened again.' };
      void navigate(backTo);
      return { said: 'Closed.', undo: () => change({ state: 'open' }) };
    });
  return (
    <header className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-line bg-sheet px-6 py-3 max-md:px-4">
      <Link to={backTo} aria-label="All conversations" className="md:hidden">
        <ArrowLeft className="size-5" aria-hidden />
      </Link>
      <div className="min-w-0 flex-1 basis-40">
        <h2 className="text-lg leading-tight break-words">
          <Link className="hover:underline" to={`/${client.slug}/people/${person.id}`}>
            {nameOf(person)}
          </Link>
        </h2>
        <p className="truncate text-xs text-muted">
          {[person.email, person.stageName].filter(Boolean).join(' · ')}
        </p>
      </div>
      {person.phone && <CallLink phone={person.phone}>{person.phone}</CallLink>}
      <Assign person={person} />
      {record.conversation && (
        <>
          <Button
            onClick={() =>
              void act(async () => {
                await change({ isUnread: true });
                void navigate(backTo);
                return { said: 'Marked as unread.' };
              })
            }
          >
            <span className="max-md:hidden">Mark as unread</span>
            <span className="md:hidden">Unread</span>
          </Button>
          <Button onClick={close}>{isClosed ? 'Open again' : 'Close'}</Button>
        </>
      )}
    </header>
  );
}

/** Who looks after the person looks after the conversation. */
function Assign({ person }: { person: PersonRecord }) {
  const act = useAct();
  const choices = useEndpoint(api.getConditionChoices, { params: { clientId: person.clientId } });
  const users = choices.data?.user ?? [];
  return (
    <InlineSelect
      label="Assigned to"
      options={Object.fromEntries([
        ['', 'Assigned to nobody'],
        ...users.map(({ id, name }) => [id, name]),
      ])}
      value={users.find(({ name }) => name === person.assigneeName)?.id ?? ''}
      onChange={(to) =>
        void act(async () => {
          await call(api.changePerson, {
            params: { personId: person.id },
            body: { kind: 'assign', to: (to || null) as never },
          });
          return { said: to ? 'Assigned.' : 'Assigned to nobody.' };
        })
      }
    />
  );
}
