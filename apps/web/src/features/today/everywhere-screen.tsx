import { api } from '@plumgate/contract';
import { useClients, useEndpoint, useSession } from '../../api/hooks.ts';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { dayText } from '../../ui/when.ts';
import { WaitingList } from './waiting-list.tsx';

/** Who waits, at all clients that one works for. */
export function EverywhereScreen() {
  const asked = useEndpoint(api.listWaiting, {}, { refetchInterval: 15_000 });
  const clock = useEndpoint(api.getClock, {}, { refetchInterval: 15_000 });
  const clients = useClients();
  const session = useSession();
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!asked.data || !clock.data || !clients.data || !session.data) return <Skeleton />;
  const { waiting, total } = asked.data;
  const { zone } = session.data.agency;
  return (
    <>
      <PageHead
        title="Today, at all clients"
        beside={<span className="text-muted">{dayText(clock.data.now, zone)}</span>}
      />
      {waiting.length === 0 ? (
        <Empty title="Nobody is waiting">
          <p>New leads of all your clients appear here right away.</p>
        </Empty>
      ) : (
        <section aria-labelledby="waiting" className="max-w-5xl p-6 max-md:p-4">
          <h2 id="waiting" className="mb-2 flex items-baseline gap-2 text-lg">
            Waiting{' '}
            <span className="font-sans text-sm font-normal text-muted">
              {total === 1
                ? '1 lead nobody has called or written to'
                : `${total.toLocaleString('en-US')} leads nobody has called or written to`}
            </span>
          </h2>
          <WaitingList
            waiting={waiting}
            clients={clients.data.clients}
            now={clock.data.now}
            zone={zone}
          />
          {total > waiting.length && (
            <p className="mt-2 text-xs text-muted">The newest {waiting.length} are shown.</p>
          )}
        </section>
      )}
    </>
  );
}
