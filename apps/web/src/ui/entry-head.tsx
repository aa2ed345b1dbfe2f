import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { IconButton } from './button.tsx';

/** The head of one entry of a list: what it is and its number, with the presses that move and remove it. */
export function EntryHead({
  one,
  index,
  isLast,
  onMove,
  onRemove,
}: {
  /** What an entry is called, such as "service". */
  one: string;
  index: number;
  isLast: boolean;
  onMove: (by: -1 | 1) => void;
  /** Left out where the entry can't be removed now. */
  onRemove: (() => void) | null;
}) {
  const what = `${one} ${index + 1}`;
  return (
    <div className="flex items-center">
      <span className="flex-1 text-xs font-semibold text-muted first-letter:uppercase">{what}</span>
      <IconButton label={`Move ${what} up`} disabled={index === 0} onClick={() => onMove(-1)}>
        <ArrowUp />
      </IconButton>
      <IconButton label={`Move ${what} down`} disabled={isLast} onClick={() => onMove(1)}>
        <ArrowDown />
      </IconButton>
      <IconButton
        label={`Remove ${what}`}
        disabled={onRemove === null}
        onClick={() => onRemove?.()}
      >
        <Trash2 />
      </IconButton>
    </div>
  );
}
