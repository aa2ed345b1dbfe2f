import { api, roleMay, type ArchiveEffect, type ClientSummary } from '@plumgate/contract';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useEndpoint, useRefreshAll, useSession } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { Failed, Skeleton } from '../../ui/states.tsx';

/** The last thing on a client's fact sheet, for the owner: the agency works for them no more. */
export function ArchiveClient({ client }: { client: Pick<ClientSummary, 'id' | 'name'> }) {
  const role = useSession().data?.user.role;
  const [isOpen, setIsOpen] = useState(false);
  if (!role || !roleMay(role, 'clients.archive')) return null;
  return (
    <section
      aria-labelledby="archive"
      className="flex flex-wrap items-center justify-between gap-3 border-t border-line pt-5"
    >
      <div>
        <h2 id="archive" className="text-lg">
          No longer a client?
        </h2>
        <p className="text-muted">
          Archived, everything is kept and nothing happens. You can bring {client.name} back from
          All clients.
        </p>
      </div>
      <Button onClick={() => setIsOpen(true)}>Archive {client.name}</Button>
      {isOpen && <ArchiveDialog client={client} onClose={() => setIsOpen(false)} />}
    </section>
  );
}

function ArchiveDialog({
  client,
  onClose,
}: {
  client: Pick<ClientSummary, 'id' | 'name'>;
  onClose: () => void;
}) {
  const params = { clientId: client.id };
  const effect = useEndpoint(api.getArchiveEffect, { params });
  const refresh = useRefreshAll();
  const navigate = useNavigate();
  const [failure, setFailure] = useState<unknown>(null);
  const archive = async () => {
    try {
      await call(api.archiveClient, { params });
      onClose();
      await navigate('/agency');
      await refresh();
      toast(`${client.name} is archived.`);
    } catch (error) {
      setFailure(error);
    }
  };
  return (
    <Dialog title={`Archive ${client.name}?`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void archive();
        }}
      >
        {effect.isError ? (
          <Failed error={effect.error} again={() => void effect.refetch()} />
        ) : !effect.data ? (
          <Skeleton />
        ) : (
          <div>
            <ul className="grid list-disc gap-1.5 pl-5">
              {linesOf(effect.data).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
            <p className="mt-3 text-muted">
              People, pages, bookings and results are kept. Brought back, the pages answer again;
              what ended stays ended.
            </p>
          </div>
        )}
        <DialogFoot does="Archive" off={!effect.data} {...{ failure, onClose }} />
      </form>
    </Dialog>
  );
}

/** What ends, in sentences. */
function linesOf({ pages, inSequences, queued, bookings, waiting }: ArchiveEffect): string[] {
  const many = (count: number, one: string, more: string) =>
    count > 0 ? [`${count.toLocaleString('en-US')} ${count === 1 ? one : more}`] : [];
  return [
    ...many(pages, 'live page stops answering.', 'live pages stop answering.'),
    ...many(
      inSequences,
      'run of a sequence ends, with its reminders.',
      'runs of sequences end, with their reminders.',
    ),
    ...many(queued, 'queued message is not sent.', 'queued messages are not sent.'),
    ...many(
      bookings,
      'booking lies ahead: nobody is reminded of it.',
      'bookings lie ahead: nobody is reminded of them.',
    ),
    ...many(
      waiting,
      'person who waits for a call leaves Today.',
      'people who wait for a call leave Today.',
    ),
    'Nobody of the team sees this client any more.',
  ];
}
