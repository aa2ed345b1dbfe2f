import { Choice } from '../../../ui/field.tsx';
import { useSet } from './use-set.ts';

const aligns = { start: 'Start', centre: 'Center', end: 'End' } as const;

/** Where a block's words stand in its column. */
export function PlaceChoice({ block }: { block: { id: string; align: keyof typeof aligns } }) {
  const set = useSet(block.id);
  return (
    <Choice
      label="Place"
      value={block.align}
      options={aligns}
      onChange={(align) => set({ align })}
    />
  );
}
