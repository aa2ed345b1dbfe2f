import type { ClientId, PictureId } from '@plumgate/core/basics';
import type { PictureFormat, ShownPicture } from '@plumgate/page-kit';
import { and, eq, inArray, isNull } from 'drizzle-orm';
import type { Queries } from '../../platform/database/database.ts';
import { pictures } from '../../records/pictures/table.ts';

/** Where a picture answers, on the app's host and on every client's; with its stamp it can be kept forever. */
export const pictureSrc = (id: PictureId, width: number, format: PictureFormat, stamp: string) =>
  `/~/pictures/${id}-${width}.${format}${stamp && `?v=${stamp}`}`;

/** Pictures as they are now, by id; one that is gone is not among them. */
export async function shownPictures(
  db: Queries,
  ids: PictureId[],
  /** Leaves out those of other clients. */
  clientId?: ClientId,
): Promise<Map<PictureId, ShownPicture>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select()
    .from(pictures)
    .where(
      and(
        inArray(pictures.id, ids),
        isNull(pictures.removedAt),
        clientId && eq(pictures.clientId, clientId),
      ),
    );
  return new Map(
    rows.map(({ id, width, height, stamp }) => [
      id,
      { width, height, src: (wide, format) => pictureSrc(id, wide, format, stamp) },
    ]),
  );
}
