import { withBoxPart, type Box, type Inner } from '@plumgate/core/page';
import { BackPictureField } from './back-picture-field.tsx';
import { FrameFields } from './frame-fields.tsx';
import { SurfaceField } from './surface-field.tsx';

/** The box around a column or a form: what lies behind it, and its frame. */
export function BoxFields({
  box,
  usual,
  fullHeight,
  onChange,
}: {
  box: Box;
  usual: { inner: Inner; corners: number };
  fullHeight?: string;
  onChange: (box: Box, part: keyof Box) => void;
}) {
  return (
    <>
      <SurfaceField
        value={box.surface}
        none="Brand"
        onChange={(surface) => onChange(withBoxPart(box, 'surface', surface), 'surface')}
      />
      <BackPictureField
        value={box.picture ?? null}
        onChange={(picture) =>
          onChange(withBoxPart(box, 'picture', picture ?? undefined), 'picture')
        }
      />
      <FrameFields
        frame={box}
        usual={usual}
        {...(fullHeight && { fullHeight })}
        onChange={onChange}
      />
    </>
  );
}
