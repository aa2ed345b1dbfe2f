import type { PictureRef } from '@plumgate/core/basics';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button, IconButton } from '../../ui/button.tsx';
import { PictureShelf } from './picture-shelf.tsx';

/** The picture of an entry or a record: small, with the shelf to choose another from. */
export function EntryPicture({
  picture,
  onChange,
}: {
  picture: PictureRef | null;
  onChange: (picture: PictureRef | null) => void;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <div className="flex items-center gap-2">
        {picture && (
          <img
            src={`/~/pictures/${picture.id}-240.webp`}
            alt=""
            className="size-9 rounded-control border border-line object-cover"
          />
        )}
        <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
          {picture ? 'Another picture' : 'Add a picture'}
        </Button>
        {picture && (
          <IconButton label="Remove picture" onClick={() => onChange(null)}>
            <Trash2 />
          </IconButton>
        )}
      </div>
      {open && (
        <PictureShelf
          chosen={picture}
          onChoose={(chosen) => {
            onChange(chosen);
            setOpen(false);
          }}
        />
      )}
    </>
  );
}
