import { cornerSizes, type Brand } from '../brand/index.ts';
import { truncate } from '../basics/index.ts';
import { addressLine, type Facts } from '../clients/index.ts';

/** Whose email it is, and how it looks. */
export interface Letterhead {
  name: string;
  /** What stands under the email: the postal address and the phone. */
  contact: string[];
  colours: { action: string; ink: string };
  /** Corners of buttons, in CSS pixels. */
  corner: number;
  /** The letters shown where there is no logo. */
  mark: string;
  /** A full address; null where the client has none. */
  logo: { src: string; width: number; height: number } | null;
}

/** An email in a client's name; `logo` is where mail programs find it. */
export const letterheadOf = (
  { name, facts, brand }: { name: string; facts: Facts; brand: Brand },
  logo: Letterhead['logo'],
): Letterhead => ({
  name,
  contact: [addressLine(facts), facts.phone],
  colours: brand.colours,
  corner: cornerSizes[brand.corners],
  mark: brand.mark || truncate(name, 1),
  logo,
});
