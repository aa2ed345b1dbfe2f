import type { BlockOf } from '@plumgate/core/page';
import { TextField } from '../../../ui/field.tsx';
import { EntryPicture } from '../../pictures/entry-picture.tsx';
import { useSet } from './use-set.ts';

/** The two pictures, what stands on each, and what they show. */
export function BeforeAfterSettings({ block }: { block: BlockOf<'before-after'> }) {
  const set = useSet(block.id);
  return (
    <>
      {(['before', 'after'] as const).map((when) => (
        <fieldset key={when} className="grid gap-2">
          <legend className="font-semibold">
            {when === 'before' ? 'Left picture' : 'Right picture'}
          </legend>
          <EntryPicture picture={block[when]} onChange={(picture) => set({ [when]: picture })} />
          <TextField
            label="Words on it"
            maxLength={40}
            value={block[`${when}Label`]}
            onChange={(event) => set({ [`${when}Label`]: event.target.value })}
          />
        </fieldset>
      ))}
      <TextField
        label="What they show"
        help="For people who can’t see them, and while they load"
        maxLength={300}
        value={block.alt}
        onChange={(event) => set({ alt: event.target.value })}
      />
    </>
  );
}
