/** An email as it leaves the program. */
export interface EmailPayload {
  kind: 'email';
  fromName: string;
  replyTo: string;
  to: string;
  subject: string;
  text: string;
  html: string;
  /** One press ends mail to this person, or notices to this address of the business (RFC 8058); null where it is not one of many. */
  unsubscribe: string | null;
  /** A calendar file that goes along. */
  calendar?: { method: 'REQUEST' | 'CANCEL'; content: string };
}
