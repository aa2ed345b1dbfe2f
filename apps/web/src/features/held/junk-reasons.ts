import type { SubmissionView } from '@plumgate/contract';

/** Why a submission was put aside, in words. */
export const junkReasons: Record<NonNullable<SubmissionView['junk']>['reason'], string> = {
  address: 'Too many from one network address',
  form: 'Too many by this form',
  recipient: 'Too many for this person',
  trap: 'Filled in what people don’t see',
  'too-fast': 'Sent faster than a person could',
  'impossible-address': 'An email address that can’t exist',
  'link-in-name': 'A link in the name',
  'throw-away-address': 'An email address for one use',
  'blocked-words': 'Words you block',
  repeated: 'The same text again and again',
};
