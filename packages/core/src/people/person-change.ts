import { z } from 'zod';
import { SequenceId, StageId, Tag, UserId } from '../basics/index.ts';

/** What somebody does by hand with one person or with many at once. */
export const PersonChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('tag'), tag: Tag }),
  z.strictObject({ kind: z.literal('untag'), tag: Tag }),
  z.strictObject({ kind: z.literal('assign'), to: UserId.nullable() }),
  /** `reason` says why a lead is lost. */
  z.strictObject({
    kind: z.literal('stage'),
    to: StageId,
    reason: z.string().trim().max(200).default(''),
  }),
  z.strictObject({ kind: z.literal('start'), sequence: SequenceId }),
  z.strictObject({ kind: z.literal('stop'), sequence: SequenceId }),
]);
export type PersonChange = z.infer<typeof PersonChange>;

/** What of a person's record is edited in place. */
export const personDetails = {
  firstName: { label: 'First name', longest: 100 },
  lastName: { label: 'Last name', longest: 100 },
  email: { label: 'Email', longest: 254 },
  phone: { label: 'Phone', longest: 40 },
  town: { label: 'Town', longest: 80 },
  value: { label: 'Value', longest: 20 },
} as const;
export type PersonDetail = keyof typeof personDetails;
