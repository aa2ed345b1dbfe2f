import type { Place } from '@plumgate/core/clients';
import { z } from 'zod';

/** A GeoJSON answer (RFC 7946): longitude comes first. */
const Found = z.object({
  features: z.array(
    z.object({
      geometry: z.object({
        type: z.literal('Point'),
        coordinates: z.tuple([z.number(), z.number()]).rest(z.number()),
      }),
    }),
  ),
});

/** The one way out to look up addresses: HTTP, to a real service or to the stand-in that ships with the program. */
export class PlaceDoor {
  constructor(private readonly url: string) {}

  /** Where an address is; null when it is not known. Throws when the service can't be reached. */
  async find(address: string): Promise<Place | null> {
    const url = new URL(this.url);
    url.searchParams.set('q', address);
    const answer = await fetch(url, {
      headers: { accept: 'application/geo+json' },
      signal: AbortSignal.timeout(5000),
    });
    if (!answer.ok) throw new Error(`The places service answered ${answer.status}.`);
    const point = Found.parse(await answer.json()).features[0]?.geometry.coordinates;
    return point ? { lat: point[1], lng: point[0] } : null;
  }
}
