import type { EditorPage } from '@plumgate/contract';
import { middle } from '@plumgate/core/basics';
import { pictureWidthLimits, type BlockOf, type Crop, type Drawing } from '@plumgate/core/page';
import { SelectField, TextField } from '../../../ui/field.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { MeasureField } from '../look/measure-field.tsx';
import { ActionFields } from './action-fields.tsx';
import { FocalPoint } from './focal-point.tsx';
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

const crops: Record<Crop, string> = {
  whole: 'Whole',
  wide: 'Wide, 3 to 2',
  banner: 'Banner, 21 to 9',
  square: 'Square',
  tall: 'Tall, 4 to 5',
  edge: 'To the edge of the band',
};
const { edge: _edge, ...phoneCrops } = crops;

export function PictureSettings({ block, page }: { block: BlockOf<'picture'>; page: EditorPage }) {
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
      <TextField
        label="Caption, if any"
        maxLength={200}
        value={block.caption}
        onChange={(event) => set({ caption: event.target.value })}
      />
      <SelectField
        label="Crop"
        options={crops}
        value={block.crop}
        onChange={(event) => set({ crop: event.target.value })}
      />
      {block.picture && block.crop !== 'whole' && (
        <FocalPoint
          picture={block.picture}
          focus={block.focus}
          onChange={(focus) => set({ focus })}
        />
      )}
      <MeasureField
        label="Width"
        first="Column"
        unit="px"
        value={block.width ?? undefined}
        usual={560}
        steps={{ Small: 240, Medium: 420, Large: 640 }}
        limits={pictureWidthLimits}
        onChange={(width) => set({ width: width ?? null })}
      />
      <ActionFields
        action={block.action ?? { kind: 'nothing' }}
        page={page}
        more={{ nothing: 'Nothing', enlarge: 'Opens it large' }}
        makeMore={(kind) => ({ kind: kind as 'nothing' | 'enlarge' })}
        onChange={(action) => set({ action: action.kind === 'nothing' ? null : action })}
      />
      <OnPhone block={block} />
    </>
  );
}

/** Another picture or another crop on a phone. */
function OnPhone({ block }: { block: BlockOf<'picture'> }) {
  const set = useSet(block.id);
  const { onPhone, picture, crop, focus } = block;
  if (!picture) return null;
  const first = { picture: null, crop: crop === 'edge' ? 'wide' : crop, focus } as const;
  const kind = !onPhone ? 'same' : onPhone.picture ? 'other' : 'crop';
  return (
    <>
      <SelectField
        label="On a phone"
        options={{ same: 'The same', crop: 'Another crop', other: 'Another picture' }}
        value={kind}
        onChange={({ target: { value } }) =>
          set({
            onPhone:
              value === 'same'
                ? null
                : value === 'crop'
                  ? { ...first, ...onPhone, picture: null }
                  : { ...first, focus: middle, ...onPhone, picture: onPhone?.picture ?? picture },
          })
        }
      />
      {onPhone && (
        <div className="grid gap-3 rounded-control border border-line p-2.5">
          {onPhone.picture && (
            <PictureShelf
              chosen={onPhone.picture}
              onChoose={(other) => set({ onPhone: { ...onPhone, picture: other } })}
            />
          )}
          <SelectField
            label="Crop on a phone"
            options={phoneCrops}
            value={onPhone.crop}
            onChange={(event) => set({ onPhone: { ...onPhone, crop: event.target.value } })}
          />
          {onPhone.crop !== 'whole' && (
            <FocalPoint
              picture={onPhone.picture ?? picture}
              focus={onPhone.focus}
              onChange={(next) => set({ onPhone: { ...onPhone, focus: next } })}
            />
          )}
        </div>
      )}
    </>
  );
}
