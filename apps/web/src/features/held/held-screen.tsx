import { api, type HeldView } from '@plumgate/contract';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, messageOf } from '../../api/call.ts';
import { useEndpoint, useRefreshAll } from '../../api/hooks.ts';
import { useClient } from '../../api/client.ts';
import { Button } from '../../ui/button.tsx';
import { JobProgress } from '../../ui/job-progress.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { whenText } from '../../ui/when.ts';
import { junkReasons } from './junk-reasons.ts';

const acceptedWords = ({ accepted = 0, refused = 0 }: Record<string, unknown>): string => {
  const became = `${Number(accepted).toLocaleString('en-US')} accepted as leads.`;
  return Number(refused) > 0
    ? `${became} ${Number(refused).toLocaleString('en-US')} could not be and are still here.`
    : became;
};

/** Submissions that came too fast to be let in unseen: each is accepted as a lead, or deleted. */
export function HeldScreen() {
  const client = useClient();
  const clientId = client?.id ?? '';
  const list = useEndpoint(
    api.listHeld,
    { params: { clientId } },
    { enabled: client !== undefined, refetchInterval: 15_000 },
  );
  const lastJob = useEndpoint(
    api.getHeldJob,
    { params: { clientId } },
    { enabled: client !== undefined },
  );
  const { accept, acceptAll, remove, refused, isBusy } = useHeldActions(clientId);
  if (list.isError) return <Failed error={list.error} again={() => void list.refetch()} />;
  if (!client || !list.data) return <Skeleton />;
  const { held, total } = list.data;
  const job = lastJob.data?.job ?? null;
  const isAccepting = job?.state === 'queued' || job?.state === 'running';

  return (
    <>
      <PageHead
        title="Held for review"
        above={<Link to={`/${client.slug}/today`}>Today</Link>}
        beside={<span className="text-muted">{total}</span>}
      >
        {held.length > 1 && (
          <>
            <Button look="quiet" disabled={isBusy} onClick={() => void remove(held)}>
              Delete all {held.length}
            </Button>
            <Button disabled={isBusy || isAccepting} onClick={() => void acceptAll()}>
              Accept all {total}
            </Button>
          </>
        )}
      </PageHead>
      {job && (
        <div className="px-6 pt-4 max-md:px-4">
          <JobProgress
            key={job.id}
            job={job}
            doing="Accepting submissions"
            resultWords={acceptedWords}
          />
        </div>
      )}
      {held.length === 0 ? (
        <Empty title="Nothing is held">
          <p>
            When many submissions come at once from one place, or name one person, they wait here.
            Nobody gets a message until you accept them.
          </p>
        </Empty>
      ) : (
        <div className="grid gap-3 p-6 max-md:p-4">
          <p className="max-w-prose text-muted">
            These came too fast to be accepted unseen. Nothing has been sent and no rule has run
            because of them. Accept the real ones; they become leads as if they came now.
          </p>
          <ul className="grid gap-2">
            {held.map((one) => (
              <HeldItem
                key={one.id}
                one={one}
                zone={client.zone}
                refusal={refused.get(one.id)}
                isBusy={isBusy}
                onAccept={() => void accept([one])}
                onDelete={() => void remove([one])}
              />
            ))}
          </ul>
          {total > held.length && (
            <p className="text-xs text-muted">The newest {held.length} are shown.</p>
          )}
        </div>
      )}
    </>
  );
}

/** What can be done with held submissions, one at a time; those that could not be accepted are known with the reason. */
function useHeldActions(clientId: string) {
  const refresh = useRefreshAll();
  const [refused, setRefused] = useState<ReadonlyMap<string, string>>(new Map());
  const [isBusy, setBusy] = useState(false);
  const params = { clientId };
  const idsOf = (these: readonly HeldView[]) => these.map(({ id }) => id);
  const act = async (does: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await does();
      await refresh();
    } catch (error) {
      toast.error(messageOf(error));
    } finally {
      setBusy(false);
    }
  };
  const accept = (these: readonly HeldView[]) =>
    act(async () => {
      const answer = await call(api.acceptHeld, { params, body: { ids: idsOf(these) } });
      setRefused(new Map(answer.refused.map(({ id, message }) => [id, message])));
      toast(answer.done === 1 ? 'Accepted as a lead.' : `${answer.done} accepted as leads.`);
    });
  const acceptAll = () => act(() => call(api.acceptAllHeld, { params }));
  const remove = (these: readonly HeldView[]) =>
    act(async () => {
      const answer = await call(api.deleteHeld, { params, body: { ids: idsOf(these) } });
      toast(answer.done === 1 ? 'Deleted.' : `${answer.done} deleted.`);
    });
  return { accept, acceptAll, remove, refused, isBusy };
}

function HeldItem({
  one,
  zone,
  refusal,
  isBusy,
  onAccept,
  onDelete,
}: {
  one: HeldView;
  zone: string;
  /** Why it could not be accepted. */
  refusal: string | undefined;
  isBusy: boolean;
  onAccept: () => void;
  onDelete: () => void;
}) {
  return (
    <li className="flex flex-wrap items-start gap-x-4 gap-y-2 rounded-card border border-line bg-sheet px-4 py-3">
      <div className="min-w-0 flex-1 basis-72">
        <dl className="flex flex-wrap gap-x-5 gap-y-1">
          {one.answers.map(({ question, answer }) => (
            <div key={question} className="min-w-0">
              <dt className="text-xs text-muted">{question}</dt>
              <dd className="break-words">{answer}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-1.5 text-xs text-muted">
          {[
            junkReasons[one.reason],
            one.form,
            `on ${one.page}`,
            `from ${one.source}`,
            whenText(one.receivedAt, zone),
          ].join(' · ')}
        </p>
        {refusal && (
          <p role="alert" className="mt-1 font-semibold text-brick">
            {refusal}
          </p>
        )}
      </div>
      <div className="flex gap-2">
        <Button disabled={isBusy} onClick={onAccept}>
          Accept
        </Button>
        <Button look="quiet" disabled={isBusy} onClick={onDelete}>
          Delete
        </Button>
      </div>
    </li>
  );
}
