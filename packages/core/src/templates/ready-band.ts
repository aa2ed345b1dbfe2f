import type { MakeBand } from './make.ts';
import type { Meant } from './suits.ts';

/** The parts of a page's anatomy, from the top, that the shelf groups ready-made bands by. */
export const bandParts = {
  top: 'Top of the page',
  promise: 'Promise',
  services: 'What you do',
  how: 'How it goes',
  proof: 'Proof',
  people: 'People',
  offer: 'Offer',
  place: 'Place and time',
  end: 'End of the page',
} as const;
export type BandPart = keyof typeof bandParts;

export interface ReadyBand extends Meant {
  name: string;
  label: string;
  part: BandPart;
  make: MakeBand;
}

/** A ready-made band; left out, what it is meant for is every aim and every trade. */
export const ready = (
  part: BandPart,
  name: string,
  label: string,
  make: MakeBand,
  meant: Partial<Meant> = {},
): ReadyBand => ({ part, name, label, make, aims: 'any', trade: 'any', ...meant });
