import {
  mergeCode,
  mergeGroupLabels,
  type MergeField,
  type MergeGroup,
} from '@plumgate/core/messages';
import { Command } from 'cmdk';
import { Braces } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../button.tsx';

/** Inserts a merge field: the fields that exist here, by what they are, with a search. */
export function MergePicker({
  fields,
  onPick,
  className = '',
}: {
  fields: readonly MergeField[];
  onPick: (code: string) => void;
  className?: string;
}) {
  const [open, setOpen] = useState(false);
  const groups = [...new Set(fields.map(({ group }) => group))];
  const pick = (field: MergeField) => {
    setOpen(false);
    onPick(mergeCode(field));
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        {/* What is being written keeps the focus until the search has it. */}
        <Button
          look="quiet"
          size="small"
          className={className}
          onMouseDown={(event) => event.preventDefault()}
        >
          <Braces className="size-3.5" aria-hidden /> Insert merge field
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          data-writing-tools
          align="end"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 w-72 rounded-card border border-strong-line bg-sheet shadow-sm"
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          <Command label="Merge fields">
            <Command.Input
              autoFocus
              placeholder="Search merge fields"
              className="h-9 w-full border-b border-line px-3 outline-none"
            />
            <Command.List className="max-h-72 overflow-auto p-1.5 [&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-muted">
              <Command.Empty className="px-2 py-3 text-muted">
                No merge field is called that.
              </Command.Empty>
              {groups.map((group) => (
                <Group key={group} group={group} fields={fields} onPick={pick} />
              ))}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Group({
  group,
  fields,
  onPick,
}: {
  group: MergeGroup;
  fields: readonly MergeField[];
  onPick: (field: MergeField) => void;
}) {
  return (
    <Command.Group heading={mergeGroupLabels[group]}>
      {fields
        .filter((field) => field.group === group)
        .map((one) => (
          <Command.Item
            key={one.field}
            value={`${one.label} ${one.field}`}
            className="flex cursor-pointer items-baseline justify-between gap-3 rounded-control px-2 py-1 data-[selected=true]:bg-plum-tint data-[selected=true]:text-plum-dark"
            onSelect={() => onPick(one)}
          >
            <span className="min-w-0 truncate">{one.label}</span>
            {one.fallback && (
              <span className="shrink-0 text-xs text-muted">or “{one.fallback}”</span>
            )}
          </Command.Item>
        ))}
    </Command.Group>
  );
}
