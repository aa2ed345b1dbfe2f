import { api } from '@plumgate/contract';
import { samplePerson } from '@plumgate/core/emails';
import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { useEndpoint } from '../../api/hooks.ts';
import { Button } from '../../ui/button.tsx';

/** Somebody to read an email as. */
export interface Reader {
  id: string;
  name: string;
}

const mostFound = 8;

/** Who an email is read as: a sample person, or one of the client's. */
export function PersonChoice({
  clientId,
  reader,
  onChange,
}: {
  clientId: string;
  reader: Reader | null;
  onChange: (reader: Reader | null) => void;
}) {
  const [isOpen, setOpen] = useState(false);
  const [search, setSearch] = useState('');
  const found = useEndpoint(
    api.listPeople,
    { params: { clientId }, query: { search, limit: mostFound } },
    { enabled: isOpen },
  );
  const choose = (chosen: Reader | null) => {
    onChange(chosen);
    setOpen(false);
    setSearch('');
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button>
          <span className="max-w-40 truncate">
            Read as {reader?.name ?? `${samplePerson.first_name} (sample)`}
          </span>
          <ChevronDown className="size-4" aria-hidden />
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          className="z-50 w-72 rounded-card border border-strong-line bg-sheet shadow-sm"
        >
          <Command label="People" shouldFilter={false}>
            <Command.Input
              autoFocus
              value={search}
              onValueChange={setSearch}
              placeholder="Search people"
              className="h-9 w-full border-b border-line px-3 outline-none"
            />
            <Command.List className="max-h-72 overflow-auto p-1.5">
              <Person name={`${samplePerson.name} (sample)`} onPick={() => choose(null)} />
              {found.data?.people.map(({ id, firstName, lastName, email, phone }) => {
                const name = `${firstName} ${lastName}`.trim() || email || phone;
                return (
                  <Person
                    key={id}
                    value={id}
                    name={name}
                    detail={email}
                    onPick={() => choose({ id, name })}
                  />
                );
              })}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const Person = ({
  name,
  detail = '',
  value = name,
  onPick,
}: {
  name: string;
  detail?: string;
  value?: string;
  onPick: () => void;
}) => (
  <Command.Item
    value={value}
    className="flex cursor-pointer items-baseline justify-between gap-3 rounded-control px-2 py-1 data-[selected=true]:bg-plum-tint data-[selected=true]:text-plum-dark"
    onSelect={onPick}
  >
    <span className="min-w-0 truncate">{name}</span>
    <span className="min-w-0 truncate text-xs text-muted">{detail}</span>
  </Command.Item>
);
