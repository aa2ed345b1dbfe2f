import type { ClientSummary } from '@plumgate/contract';
import { ChevronDown, Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useNavigate } from 'react-router';
import { useClients } from '../api/hooks.ts';

const item =
  'flex cursor-pointer items-center gap-2.5 rounded-md px-2.5 py-1.5 outline-none data-highlighted:bg-plum-tint';

/** Whose work is on the table. Everything below the bar belongs to the picked client. */
export function ClientPicker({
  client,
  isAgency,
  mayAdd,
}: {
  client: ClientSummary | undefined;
  /** All clients together are on the table. */
  isAgency: boolean;
  mayAdd: boolean;
}) {
  const { data } = useClients();
  const navigate = useNavigate();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex h-8 max-w-56 min-w-24 items-center gap-2 rounded-control border border-strong-line bg-paper px-2.5 font-semibold max-md:max-w-40">
        {client && <Mark client={client} />}
        <span className="truncate">
          {client?.name ?? (isAgency ? 'All clients' : 'Pick a client')}
        </span>
        <ChevronDown className="size-3.5 shrink-0 text-muted" aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={6}
          className="z-30 max-h-[70vh] min-w-64 overflow-auto rounded-card border border-line bg-sheet p-1.5 shadow-lg"
        >
          {(data?.clients.length ?? 0) > 1 && (
            <>
              <DropdownMenu.Item
                className={`${item} font-semibold`}
                onSelect={() => void navigate('/agency')}
              >
                All clients
              </DropdownMenu.Item>
              <DropdownMenu.Separator className="my-1.5 h-px bg-line" />
            </>
          )}
          {data?.clients.map((one) => (
            <DropdownMenu.Item
              key={one.id}
              className={item}
              onSelect={() => void navigate(`/${one.slug}/${mayAdd ? 'funnels' : 'people'}`)}
            >
              <Mark client={one} />
              <span className="min-w-0 flex-1 truncate">{one.name}</span>
              <span className="text-xs text-muted">{one.trade}</span>
            </DropdownMenu.Item>
          ))}
          {mayAdd && (
            <>
              <DropdownMenu.Separator className="my-1.5 h-px bg-line" />
              <DropdownMenu.Item
                className={`${item} font-semibold text-plum-dark`}
                onSelect={() => void navigate('/clients/new')}
              >
                <Plus className="size-4" aria-hidden /> Add a client
              </DropdownMenu.Item>
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Mark({ client }: { client: ClientSummary }) {
  return (
    <span
      aria-hidden
      className="grid size-5 shrink-0 place-items-center rounded text-[11px] font-bold text-sheet"
      style={{ background: client.colour }}
    >
      {client.name.slice(0, 1)}
    </span>
  );
}
