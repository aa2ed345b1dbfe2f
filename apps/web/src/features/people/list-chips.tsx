import type { PeopleListView } from '@plumgate/contract';
import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../../ui/button.tsx';
import { Menu } from '../../ui/menu.tsx';

/** How many people a list has, in words. */
export const countWords = ({ total, about }: { total: number; about: boolean }): string =>
  about ? `about ${roughly(total).toLocaleString('en-US')}` : total.toLocaleString('en-US');

/** An estimate with two digits that say something. */
function roughly(total: number): number {
  const unit = 10 ** Math.max(0, Math.floor(Math.log10(total)) - 1);
  return Math.round(total / unit) * unit;
}

/** The saved lists: the pinned ones to be pressed, with how many people are in each, and all of them in a menu. */
export function ListChips({
  lists,
  open,
  onOpen,
}: {
  lists: readonly PeopleListView[];
  open: PeopleListView | null;
  onOpen: (list: PeopleListView | null) => void;
}) {
  const pinned = lists.filter(({ isPinned, id }) => isPinned || id === open?.id);
  if (lists.length === 0) return null;
  return (
    <nav aria-label="Saved lists" className="flex flex-wrap items-center gap-1.5">
      <Chip isOpen={open === null} onPress={() => onOpen(null)}>
        Everybody
      </Chip>
      {pinned.map((list) => (
        <Chip key={list.id} isOpen={list.id === open?.id} onPress={() => onOpen(list)}>
          {list.name} · {countWords(list)}
        </Chip>
      ))}
      {lists.length > pinned.length && (
        <Menu
          trigger={
            <Button size="small" look="quiet">
              {lists.length - pinned.length} more <ChevronDown className="size-3.5" />
            </Button>
          }
          items={lists
            .filter((list) => !pinned.includes(list))
            .map((list) => ({
              label: `${list.name} · ${countWords(list)}`,
              does: () => onOpen(list),
            }))}
        />
      )}
    </nav>
  );
}

const Chip = ({
  isOpen,
  onPress,
  children,
}: {
  isOpen: boolean;
  onPress: () => void;
  children: ReactNode;
}) => (
  <button
    type="button"
    aria-pressed={isOpen}
    className={`h-6 max-w-64 truncate rounded-full px-2.5 text-xs font-semibold ${isOpen ? 'bg-plum-tint text-plum-dark' : 'bg-tide-tint text-tide hover:text-ink'}`}
    onClick={onPress}
  >
    {children}
  </button>
);
