import { api, type ClientSummary, type TagHit } from '@plumgate/contract';
import { useEndpoint } from '../../api/hooks.ts';
import { DataTable, type Column } from '../../ui/data-table.tsx';
import { timeText } from '../../ui/when.ts';

/** How often, in ms, it is looked whether something arrived. */
const every = 5000;

/** What arrived at the tag receiver, the newest first: the proof that the tags run. */
export function TagHits({ client }: { client: ClientSummary }) {
  const asked = useEndpoint(
    api.listTagHits,
    { params: { clientId: client.id } },
    { refetchInterval: every },
  );
  const hits = (asked.data?.hits ?? []).map((hit, index) => ({ ...hit, index }));
  const columns: Column<TagHit>[] = [
    { id: 'at', header: 'When', className: 'py-2', cell: ({ at }) => timeText(at, client.zone) },
    { id: 'name', header: 'What', cell: ({ name }) => name },
    {
      ...{ id: 'page', header: 'Page', className: 'max-w-72 truncate', wideOnly: true },
      cell: ({ page }) => new URL(page).pathname,
    },
    {
      ...{ id: 'data', header: 'With it', className: 'max-w-72 truncate' },
      cell: ({ data }) =>
        Object.entries(data)
          .filter(([, value]) => value !== '')
          .map(([name, value]) => `${name} ${value}`)
          .join(', ') || <span className="text-muted">nothing</span>,
    },
  ];
  if (hits.length === 0)
    return (
      <p className="text-muted">
        Nothing has arrived yet. Open a live page in a browser that isn’t signed in here, and send
        its form.
      </p>
    );
  return (
    <div className="max-h-96 overflow-auto rounded-card border border-line bg-sheet">
      <DataTable
        label="What arrived at the tag receiver"
        columns={columns}
        rows={hits}
        keyOf={(hit) => `${hits.length - (hit as (typeof hits)[number]).index}`}
      />
    </div>
  );
}
