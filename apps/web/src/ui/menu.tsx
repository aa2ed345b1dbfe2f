import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** One thing that can be done; `off` while it can't be, `grave` for what takes something away. */
export interface MenuItem {
  label: string;
  does: () => void;
  grave?: boolean;
  off?: boolean;
}

/** What can be done with one thing, behind one press. `null` among the items draws a line between groups. */
export function Menu({ trigger, items }: { trigger: ReactNode; items: (MenuItem | null)[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-30 min-w-48 rounded-card border border-line bg-sheet p-1.5 shadow-lg"
        >
          {items.map((item, index) =>
            item ? (
              <DropdownMenu.Item
                key={item.label}
                disabled={item.off ?? false}
                className={`cursor-pointer rounded-md px-2.5 py-1.5 outline-none data-disabled:cursor-default data-disabled:opacity-45 data-highlighted:bg-plum-tint ${item.grave ? 'text-brick' : ''}`}
                onSelect={item.does}
              >
                {item.label}
              </DropdownMenu.Item>
            ) : (
              <DropdownMenu.Separator key={index} className="my-1.5 h-px bg-line" />
            ),
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
