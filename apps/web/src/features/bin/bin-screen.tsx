import { api, type BinEntry } from '@plumgate/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '../../api/call.ts';
import { useClient } from '../../api/client.ts';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { Dialog, DialogFoot } from '../../ui/dialog.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Empty, Failed, Skeleton } from '../../ui/states.tsx';
import { useAct } from '../../ui/use-act.ts';
import { whenText } from '../../ui/when.ts';
import { SetUpTabs } from '../clients/set-up-tabs.tsx';
import { ErasuresPanel } from './erasures-panel.tsx';
import { RetentionPanel } from './retention-panel.tsx';
import { kindWords } from './loss-words.ts';

/** What was deleted in the last 30 days, to be restored or to go for good. */
export function BinScreen() {
  const client = useClient();
  const asked = useEndpoint(
    api.listBin,
    { params: { clientId: client?.id ?? '' } },
    { enabled: client !== undefined },
  );
  if (asked.isError) return <Failed error={asked.error} again={() => void asked.refetch()} />;
  if (!client || !asked.data) return <Skeleton />;
  return (
    <>
      <PageHead title="Settings" />
      <SetUpTabs slug={client.slug} />
      <RetentionPanel client={client} />
      {asked.data.things.length === 0 ? (
        <Empty title="The bin is empty">
          <p>
            Funnels, pages, calendars, sequences, rules, templates, pictures and people that you
            delete stay here for 30 days and can be restored.
          </p>
        </Empty>
      ) : (
        <Things clientId={client.id} zone={client.zone} things={asked.data.things} />
      )}
      <ErasuresPanel clientId={client.id} zone={client.zone} />
    </>
  );
}

function Things({
  clientId,
  zone,
  things,
}: {
  clientId: string;
  zone: string;
  things: BinEntry[];
}) {
  const act = useAct();
  const [erasing, setErasing] = useState<BinEntry | null>(null);
  const restore = ({ id, name }: BinEntry) =>
    void act(async () => {
      const { note } = await call(api.restoreFromBin, { params: { clientId, binId: id } });
      if (note) toast(note);
      return { said: `“${name}” is restored.` };
    });
  const columns = columnsOf(zone, restore, setErasing);
  return (
    <>
      <DataTable label="Deleted things" columns={columns} rows={things} keyOf={({ id }) => id} />
      {erasing && (
        <Dialog title={`Delete “${erasing.name}” for good?`} onClose={() => setErasing(null)}>
          <form
            className="grid gap-4"
            onSubmit={(event) => {
              event.preventDefault();
              setErasing(null);
              void act(async () => {
                await call(api.eraseFromBin, { params: { clientId, binId: erasing.id } });
                return { said: `“${erasing.name}” is gone for good.` };
              });
            }}
          >
            <p>
              {erasing.kind === 'person'
                ? 'Everything that is known of them goes: what they sent, their bookings, their history and every message to them. Only a line without their name stays, as a proof.'
                : 'It can’t be restored after this.'}
            </p>
            <DialogFoot does="Delete for good" failure={null} onClose={() => setErasing(null)} />
          </form>
        </Dialog>
      )}
    </>
  );
}

const columnsOf = (
  zone: string,
  restore: (thing: BinEntry) => void,
  erase: (thing: BinEntry) => void,
): Column<BinEntry>[] => [
  {
    id: 'name',
    header: 'Name',
    className: 'max-w-80 truncate font-semibold',
    sortBy: ({ name }) => name,
    cell: ({ name, kind }) => (
      <>
        {name}
        <span className="block text-xs font-normal text-muted capitalize md:hidden">
          {kindWords[kind]}
        </span>
      </>
    ),
  },
  {
    id: 'kind',
    header: 'Kind',
    wideOnly: true,
    sortBy: ({ kind }) => kindWords[kind],
    cell: ({ kind }) => <span className="capitalize">{kindWords[kind]}</span>,
  },
  {
    id: 'deleted',
    header: 'Deleted',
    wideOnly: true,
    className: 'text-muted',
    sortBy: ({ removedAt }) => removedAt,
    cell: ({ removedAt, removedBy }) =>
      [whenText(removedAt, zone), removedBy && `by ${removedBy}`].filter(Boolean).join(', '),
  },
  {
    id: 'gone',
    header: 'Gone for good',
    wideOnly: true,
    className: 'text-muted',
    sortBy: ({ goneAt }) => goneAt,
    cell: ({ goneAt }) => whenText(goneAt, zone),
  },
  {
    id: 'actions',
    header: 'Actions',
    hideHeader: true,
    className: 'whitespace-nowrap text-right py-1',
    cell: (thing) => (
      <span className="inline-flex gap-2">
        <Button onClick={() => restore(thing)}>Restore</Button>
        <Button onClick={() => erase(thing)}>Delete for good</Button>
      </span>
    ),
  },
];
