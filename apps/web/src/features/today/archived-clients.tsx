import { api, roleMay } from '@plumgate/contract';
import { call } from '../../api/call.ts';
import { useEndpoint, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { useAct } from '../../ui/use-act.ts';
import { dayText } from '../../ui/when.ts';

/** The clients that the agency works for no more, for the owner to bring back; nothing where there are none. */
export function ArchivedClients() {
  const session = useSession().data;
  const isOwner = session !== undefined && roleMay(session.user.role, 'clients.archive');
  const asked = useEndpoint(api.listArchivedClients, {}, { enabled: isOwner });
  const act = useAct();
  const clients = asked.data?.clients ?? [];
  if (!session || clients.length === 0) return null;
  return (
    <details className="m-6 rounded-card border border-line bg-sheet p-5 max-md:m-4 max-md:p-4">
      <summary className="cursor-pointer font-semibold">
        {clients.length.toLocaleString('en-US')} archived{' '}
        {clients.length === 1 ? 'client' : 'clients'}
      </summary>
      <ul className="mt-2">
        {clients.map(({ id, name, archivedAt }) => (
          <li key={id} className="flex items-center gap-3 border-t border-line py-2">
            <span className="min-w-0 flex-1 font-semibold break-words">{name}</span>
            <span className="text-muted">since {dayText(archivedAt, session.agency.zone)}</span>
            <Button
              size="small"
              onClick={() =>
                void act(async () => {
                  await call(api.bringClientBack, { params: { clientId: id } });
                  return { said: `${name} is back.` };
                })
              }
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
