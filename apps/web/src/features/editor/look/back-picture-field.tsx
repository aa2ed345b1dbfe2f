import { middle } from '@plumgate/core/basics';
import { type BackPicture } from '@plumgate/core/page';
import { Trash2 } from 'lucide-react';
import { IconButton } from '../../../ui/button.tsx';
import { Tick } from '../../../ui/field.tsx';
import { PictureShelf } from '../../pictures/picture-shelf.tsx';
import { FocalPoint } from '../settings/focal-point.tsx';

/** The picture behind a band, a column or a form. */
export function BackPictureField({
  value,
  onChange,
}: {
  value: BackPicture | null;
  onChange: (value: BackPicture | null) => void;
}) {
  return (
    <details className="rounded-control border border-line p-2.5" open={value !== null}>
      <summary className="cursor-pointer text-xs font-semibold">Background picture</summary>
      <div className="mt-2 grid gap-3">
        <PictureShelf
          chosen={value && { id: value.id, width: value.width, height: value.height }}
          onChoose={(chosen) => onChange({ fade: 60, focus: middle, ...value, ...chosen })}
        />
        {value && (
          <>
            <label className="grid gap-1 text-xs font-semibold">
              Fade, {value.fade}%
              <input
                type="range"
                min={0}
                max={95}
                className="accent-plum"
                value={value.fade}
                onChange={(event) => onChange({ ...value, fade: Number(event.target.value) })}
              />
            </label>
            <FocalPoint
              picture={value}
              focus={value.focus}
              onChange={(focus) => onChange({ ...value, focus })}
            />
            <Tick
              label="Stays in place while the page scrolls"
              help="On phones it moves with the page."
              checked={value.fixed ?? false}
              onChange={(isFixed) => {
                const { fixed: _before, ...rest } = value;
                onChange(isFixed ? { ...rest, fixed: true } : rest);
              }}
            />
            <IconButton label="Remove picture" onClick={() => onChange(null)}>
              <Trash2 />
            </IconButton>
          </>
        )}
      </div>
    </details>
  );
}
