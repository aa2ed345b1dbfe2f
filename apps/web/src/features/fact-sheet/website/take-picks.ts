import { api } from '@plumgate/contract';
import type { PictureRef, ReviewId } from '@plumgate/core/basics';
import type { Facts } from '@plumgate/core/clients';
import type { SeenPicture, WebsiteReading } from '@plumgate/core/website';
import { call, messageOf } from '../../../api/call.ts';
import { refOf } from '../../pictures/picture-files.ts';
import type { FoundLine, SheetChange } from './found-lines.ts';
import type { Picks } from './picks.ts';

/** What was taken: the changes to the fact sheet, which saves itself, and what could not be taken, in sentences. */
export interface Taken {
  facts: SheetChange;
  logo: PictureRef | null;
  photographs: Facts['photographs'];
  problems: string[];
}

/** Fetches the ticked pictures, saves the colors and reviews, and gives back what the fact sheet itself has to change. */
export async function takePicks(
  clientId: string,
  { palettes }: WebsiteReading,
  lines: readonly FoundLine[],
  picks: Picks,
): Promise<Taken> {
  const params = { clientId };
  const problems: string[] = [];
  const fetched = async ({ address }: SeenPicture): Promise<PictureRef | null> => {
    try {
      return refOf(await call(api.fetchPicture, { params, body: { address } }));
    } catch (error) {
      problems.push(`${address}: ${messageOf(error)}`);
      return null;
    }
  };
  const logo = picks.logo && (await fetched(picks.logo));
  const photographs: Facts['photographs'] = [];
  for (const found of picks.pictures) {
    const picture = await fetched(found);
    if (picture) photographs.push({ picture, alt: found.alt });
  }
  const colours = picks.palette === null ? undefined : palettes[picks.palette];
  if (colours) {
    const { brand } = await call(api.getClient, { params });
    await call(api.saveBrand, { params, body: { ...brand, colours } });
  }
  if (picks.reviews.size > 0) await addReviews(clientId, picks);
  const changes = lines.filter(({ fact }) => picks.facts.has(fact)).map(({ change }) => change);
  return { facts: Object.assign({}, ...changes) as SheetChange, logo, photographs, problems };
}

async function addReviews(clientId: string, { reviews }: Picks): Promise<void> {
  const params = { clientId };
  const records = await call(api.getClientRecords, { params });
  const known = Object.values(records).flatMap((list) => list.map(({ id }): string => id));
  const isNew = ({ said }: { said: string }) => records.reviews.every((one) => one.said !== said);
  const added = [...reviews].filter(isNew).map(({ said, who, stars, source }) => ({
    ...{ id: crypto.randomUUID() as ReviewId, said, who, stars, source, picture: null },
  }));
  await call(api.saveClientRecords, {
    params,
    body: {
      records: { ...records, reviews: [...records.reviews, ...added] },
      known: [...known, ...added.map(({ id }): string => id)],
    },
  });
}
