import { api } from '@plumgate/contract';
import type { PictureRef } from '@plumgate/core/basics';
import { useRef } from 'react';
import { call } from '../../api/call.ts';
import { upload } from '../../api/upload.ts';
import { Button } from '../../ui/button.tsx';
import { FileInput } from '../../ui/file-input.tsx';
import { FromAddress } from './from-address.tsx';
import { useRemoval } from '../bin/use-removal.tsx';
import { refOf } from './picture-files.ts';
import { ShelfFrame, useSending } from './shelf-frame.tsx';

/** The client's pictures to choose one from, and the way for a new one. */
export function PictureShelf({
  chosen,
  onChoose,
}: {
  chosen: PictureRef | null;
  onChoose: (picture: PictureRef) => void;
}) {
  const { progress, sending, sendAll } = useSending();
  const replacing = useRef<HTMLInputElement>(null);
  const { remove, removal } = useRemoval();
  const add = async (files: readonly File[]) => {
    const [picture] = await sendAll(files.slice(0, 1));
    if (picture) onChoose(refOf(picture));
  };
  const replace = async ({ id }: PictureRef, file: File) => {
    const picture = await sending((onProgress) =>
      upload(api.replacePicture, { params: { pictureId: id } }, file, onProgress),
    );
    if (picture) onChoose(refOf(picture));
  };
  return (
    <ShelfFrame
      label="Add a picture"
      progress={progress}
      onFiles={(files) => void add(files)}
      chosen={chosen ? [chosen.id] : []}
      onPress={(picture) => onChoose(refOf(picture))}
    >
      <FromAddress onFetched={onChoose} />
      {chosen && (
        <div className="flex flex-wrap gap-1">
          <FileInput
            input={replacing}
            accept="image/*"
            onFiles={([file]) => void replace(chosen, file!)}
          />
          <Button
            look="quiet"
            disabled={progress !== null}
            onClick={() => replacing.current?.click()}
          >
            Replace it everywhere
          </Button>
          <Button
            look="quiet"
            onClick={() =>
              void remove({
                kind: 'picture',
                id: chosen.id,
                does: () => call(api.removePicture, { params: { pictureId: chosen.id } }),
              })
            }
          >
            Delete it…
          </Button>
        </div>
      )}
      {removal}
    </ShelfFrame>
  );
}
