import { AreaId } from '@plumgate/core/basics';
import { AreaContent } from '@plumgate/core/market';
import { z } from 'zod';
import { Version } from './parts.ts';

export const AreaView = z.object({ id: AreaId, content: AreaContent, version: Version });
export type AreaView = z.infer<typeof AreaView>;

/** A number, and how many homes it is made of; null where they are too few. */
const Figure = z.object({ value: z.number().nullable(), count: z.int() });

/** The market of a neighborhood, as `marketReport` has it. */
export const AreaReport = z.object({
  name: z.string(),
  /** The period that its numbers are of, both days counted. */
  from: z.string(),
  to: z.string(),
  currency: z.string(),
  /** The unit of area that a price is for. */
  unit: z.enum(['sqft', 'sqm']),
  report: z.object({
    medianPrice: Figure,
    pricePerArea: Figure,
    daysOnMarket: Figure,
    forSale: z.int(),
    sold30: z.int(),
    sold90: z.int(),
    monthsOfSupply: Figure,
    saleToList: Figure,
  }),
  months: z.array(
    z.object({ month: z.string(), medianPrice: Figure, forSale: z.int(), sold: z.int() }),
  ),
});
export type AreaReport = z.infer<typeof AreaReport>;
