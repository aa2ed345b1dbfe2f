import { type Drawing, type BlockOf } from '@plumgate/core/page';
import { Choice, SelectField, TextField } from '../../../ui/field.tsx';
import { FocalPoint } from './focal-point.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { useSet } from './use-set.ts';

const drawings: Record<Drawing, string> = {
  none: 'Nothing',
  house: 'A house',
  room: 'A room',
  drive: 'A driveway',
  care: 'Care',
  harbour: 'The harbor',
  people: 'People',
};

export function PictureSettings({ block }: { block: BlockOf<'picture'> }) {
  const set = useSet(block.id);
  const isMissing = block.alt.trim() === '';
  return (
    <>
      <PictureShelf chosen={block.picture} onChoose={(picture) => set({ picture })} />
      {!block.picture && (
        <SelectField
          label="Shown until you add one"
          help="Drawn in the client’s colors"
          options={drawings}
          value={block.drawing}
          onChange={(event) => set({ drawing: event.target.value })}
        />
      )}
      <TextField
        label="What it shows"
        help="For people who can’t see it, and while it loads"
        error={isMissing && block.picture ? 'Say what it shows, in a few words.' : undefined}
        maxLength={300}
        value={block.alt}
        onChange={(event) => set({ alt: event.target.value })}
      />
      <Choice
        label="Crop"
        value={block.crop}
        options={{
          whole: 'Whole',
          wide: 'Wide',
          banner: 'Banner',
          square: 'Square',
          tall: 'Tall',
          edge: 'To the edge',
        }}
        onChange={(crop) => set({ crop })}
      />
      {block.picture && block.crop !== 'whole' && (
        <FocalPoint
          picture={block.picture}
          focus={block.focus}
          onChange={(focus) => set({ focus })}
        />
      )}
    </>
  );
}
