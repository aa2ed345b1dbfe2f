import { TextField } from '../../../ui/field.tsx';
import { useSet } from './use-set.ts';

/** What the outline calls a part, where somebody wants to tell it from others. */
export function OutlineName({ node }: { node: { id: string; ownName: string } }) {
  const set = useSet(node.id);
  return (
    <TextField
      label="Name in the outline"
      maxLength={60}
      value={node.ownName}
      onChange={(event) => set({ ownName: event.target.value })}
    />
  );
}
