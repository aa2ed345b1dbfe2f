import { z } from 'zod';
import { documentFormat, type DocumentFormat } from '../basics/index.ts';

/** Codes of a client that people are given, one each. */
export const VoucherPoolContent = z.strictObject({
  name: z.string().trim().min(1, 'Name the vouchers.').max(60),
  /** The name that words have for it: `{{ vouchers.spring }}`. */
  key: z
    .string()
    .regex(
      /^[a-z][a-z0-9_]{0,39}$/,
      'Use small letters, digits and underscores, such as spring_offer.',
    ),
  /** What the front desk gives for one: “$50 off a first visit”. */
  worth: z.string().trim().max(200),
  /** The last day, in the client's zone, on which one is given or redeemed; null for none. */
  lastDay: z.iso.date().nullable(),
});
export type VoucherPoolContent = z.infer<typeof VoucherPoolContent>;

/** How pools are stored. */
export const voucherPoolFormat: DocumentFormat<VoucherPoolContent> = documentFormat(
  'voucher pool',
  [],
);

/** So few codes left are a reason to add some (common practice, no source). */
export const fewCodes = 20;
