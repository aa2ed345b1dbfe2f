import type { BlockOf } from '@plumgate/core/page';
import { Plus } from 'lucide-react';
import { Button } from '../../../ui/button.tsx';
import { useSet } from './use-set.ts';

/** Six tiles are usual (common practice, no source). */
const usualCount = 6;
/** What fills them where a client has fewer services. */
const usual = [
  { title: 'Financing', text: 'Pay by the month. You hear the terms before you sign.' },
  { title: 'Family-owned', text: 'You talk to the people whose name is on the door.' },
  { title: 'Licensed and insured', text: '{{ client.license }}' },
];

/** Offers the tiles that fill a row of services, one by one: the marketer adds those that are true. */
export function UsualTiles({ block }: { block: BlockOf<'cards'> }) {
  const set = useSet(block.id);
  const { items } = block;
  const left = usual.filter((tile) => items.every(({ title }) => title !== tile.title));
  if (items.length >= usualCount || left.length === 0) return null;
  return (
    <div className="grid justify-items-start gap-1">
      <p className="text-xs text-muted">
        Six cards are usual, and here are {items.length}. Add what is true of this client:
      </p>
      <div className="flex flex-wrap gap-1">
        {left.map((tile) => (
          <Button
            key={tile.title}
            onClick={() => set({ items: [...items, { ...tile, picture: null }] })}
          >
            <Plus className="size-4" aria-hidden /> {tile.title}
          </Button>
        ))}
      </div>
    </div>
  );
}
