import { Cents, ConversionId, InstantText } from '@plumgate/core/basics';
import { ConversionContent } from '@plumgate/core/conversions';
import { z } from 'zod';

/** A named outcome with how often it happened in a time. */
export const ConversionView = z.object({
  conversionId: ConversionId,
  content: ConversionContent,
  count: z.int(),
  /** What they are worth together; null where nobody has said what one is. */
  value: Cents.nullable(),
  /** How many of them an ad's click id is known for. */
  clicks: z.int(),
  /** When it was seen last, within a year; null where it never was. */
  lastAt: InstantText.nullable(),
  /** By the visit that they are put down to; the source is empty where none is known within the window. */
  sources: z.array(z.object({ source: z.string(), count: z.int(), value: Cents })),
});
export type ConversionView = z.infer<typeof ConversionView>;
