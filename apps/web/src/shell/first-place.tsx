import { Link, Navigate } from 'react-router';
import { useClients, useSession } from '../api/hooks.ts';
import { Empty, Failed, Skeleton } from '../ui/states.tsx';
import { lastClient } from '../api/client.ts';

/** Where one lands after signing in: the client one worked on last, else the first. */
export function FirstPlace() {
  const { data: session } = useSession();
  const clients = useClients();
  if (clients.isError) return <Failed error={clients.error} again={() => void clients.refetch()} />;
  if (!clients.data || !session) return <Skeleton />;
  const all = clients.data.clients;
  const chosen = all.find((client) => client.slug === lastClient.read()) ?? all[0];
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
