import { z } from 'zod';
import { addressLine, Place, type Facts } from '../../clients/index.ts';
import { blockKind } from '../block-kind.ts';
import { words } from '../../basics/text-shapes.ts';

/** Where the client is, from the fact sheet, or another address, such as that of a home for sale. */
export const map = blockKind({
  kind: 'map',
  label: 'Map',
  settings: {
    /** Empty for the client's own; `place` is where it is, null while nobody has found it. */
    address: words(200),
    place: Place.nullable(),
    zoom: z.int().min(3).max(18),
    height: z.int().min(160).max(640),
    directions: words(60),
  },
  starter: { address: '', place: null, zoom: 15, height: 320, directions: 'Directions' },
});

/** Where a map is of and how that is called: its own address, else the client's. */
export const mapOf = (
  block: { address: string; place: Place | null },
  facts: Facts,
): { address: string; place: Place | null } =>
  block.address.trim() ? block : { address: addressLine(facts), place: facts.place };
