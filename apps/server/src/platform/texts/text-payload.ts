import type { CountedLink } from '../mail/email-payload.ts';

/** A text message as it leaves the program. */
export interface TextPayload {
  kind: 'text';
  from: string;
  to: string;
  body: string;
  links?: readonly CountedLink[];
}
