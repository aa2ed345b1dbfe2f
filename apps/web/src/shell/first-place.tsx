import { Link, Navigate } from 'react-router';
import { api } from '@plumgate/contract';
import { useClients, useEndpoint, useSession } from '../api/hooks.ts';
import { Empty, Failed, Skeleton } from '../ui/states.tsx';
import { lastPlace } from '../api/client.ts';

/** Where one lands after signing in: at all clients for those who work for several, a front desk where it was last. */
export function FirstPlace() {
  const { data: session } = useSession();
  const clients = useClients();
  const busiest = useEndpoint(api.busiestClient, {});
  if (clients.isError) return <Failed error={clients.error} again={() => void clients.refetch()} />;
  if (!clients.data || !session) return <Skeleton />;
  const all = clients.data.clients;
  if (session.user.role !== 'front-desk' && all.length > 1)
    return <Navigate replace to="/agency" />;
  const last = lastPlace.read();
  if (last && all.some(({ slug }) => last.startsWith(`/${slug}/`)))
    return <Navigate replace to={last} />;
  if (!busiest.data) return <Skeleton />;
  const chosen = all.find(({ id }) => id === busiest.data.clientId) ?? all[0];
  if (chosen)
    return (
      <Navigate
        replace
        to={`/${chosen.slug}/${session.user.role === 'front-desk' ? 'today' : 'funnels'}`}
      />
    );
  return (
    <Empty title="Add the first client">
      <p>A client is a local business that you build pages for. Everything else belongs to one.</p>
      <Link
        className="rounded-control bg-plum px-4 py-2 font-semibold text-sheet"
        to="/clients/new"
      >
        Add a client
      </Link>
    </Empty>
  );
}
