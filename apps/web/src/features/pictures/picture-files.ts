import { api, type Picture } from '@plumgate/contract';
import type { PictureRef } from '@plumgate/core/basics';
import { upload } from '../../api/upload.ts';

/** A picture as a page keeps it. */
export const refOf = ({ id, width, height }: Picture): PictureRef => ({ id, width, height });

/** Sends a picture to a client's shelf; `onProgress` hears how much of it is sent, 0 to 1. */
export const sendPicture = (
  clientId: string,
  file: File,
  onProgress: (share: number) => void,
): Promise<Picture> =>
  upload(
    api.addPicture,
    { params: { clientId }, query: { name: file.name.slice(0, 120) } },
    file,
    onProgress,
  );

/** The pictures among what was pasted or dropped. */
export const picturesAmong = (carried: DataTransfer | null): File[] =>
  [...(carried?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
