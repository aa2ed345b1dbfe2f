import { z } from 'zod';
import { plainText } from '../basics/text-shapes.ts';

const value = plainText(200);

/** What is asked of one value, or of several of one kind: the operators of every condition. */
export const Comparison = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('is'), value }),
  z.strictObject({ op: z.literal('is-one-of'), values: z.array(value).max(40) }),
  z.strictObject({ op: z.literal('contains'), value }),
  z.strictObject({ op: z.literal('is-answered') }),
  z.strictObject({ op: z.literal('is-more-than'), value: z.number() }),
  z.strictObject({ op: z.literal('is-less-than'), value: z.number() }),
]);
export type Comparison = z.infer<typeof Comparison>;
export type Operator = Comparison['op'];
