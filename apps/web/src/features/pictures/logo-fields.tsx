import type { PictureRef } from '@plumgate/core/basics';
import type { Brand } from '@plumgate/core/brand';
import { Trash2 } from 'lucide-react';
import { IconButton } from '../../ui/button.tsx';
import { Fold } from '../../ui/fold.tsx';
import { PictureShelf } from './picture-shelf.tsx';

export type Logos = Pick<Brand, 'logo' | 'logoOnDark'>;

/** A client's logo, and once there is one, another for dark bands. */
export function LogoFields({
  logos: { logo, logoOnDark },
  onChange,
}: {
  logos: Logos;
  onChange: (changes: Partial<Logos>) => void;
}) {
  return (
    <>
      <LogoChoice
        chosen={logo}
        onChange={(chosen) => onChange({ logo: chosen })}
        removeLabel="Remove logo"
      />
      {logo && (
        <Fold summary={logoOnDark ? 'On dark bands' : 'On dark bands · the same logo'}>
          <LogoChoice
            chosen={logoOnDark}
            onChange={(chosen) => onChange({ logoOnDark: chosen })}
            removeLabel="Remove logo for dark bands"
          />
        </Fold>
      )}
    </>
  );
}

function LogoChoice({
  chosen,
  onChange,
  removeLabel,
}: {
  chosen: PictureRef | null;
  onChange: (picture: PictureRef | null) => void;
  removeLabel: string;
}) {
  return (
    <>
      <PictureShelf chosen={chosen} onChoose={onChange} />
      {chosen && (
        <IconButton label={removeLabel} onClick={() => onChange(null)}>
          <Trash2 />
        </IconButton>
      )}
    </>
  );
}
