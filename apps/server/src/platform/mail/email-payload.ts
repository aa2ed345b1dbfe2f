/** A link of a message that is counted: its code on the client's own host, where it leads, and what results call it. */
export interface CountedLink {
  code: string;
  href: string;
  name: string;
}

/** An email as it leaves the program. */
export interface EmailPayload {
  kind: 'email';
  fromName: string;
  /** Left out for the installation's own address. */
  fromAddress?: string;
  /** The key that it is signed with, for whoever it comes from (DKIM, RFC 6376). */
  signing?: { domain: string; selector: string; privateKey: string };
  replyTo: string;
  to: string;
  subject: string;
  text: string;
  html: string;
  /** One press ends mail to this person, or notices to this address of the business (RFC 8058); null where it is not one of many. */
  unsubscribe: string | null;
  links?: readonly CountedLink[];
  /** The messages that it answers, by their Message-IDs without brackets, the oldest first. */
  thread?: readonly string[];
  /** A calendar file that goes along. */
  calendar?: { method: 'REQUEST' | 'CANCEL'; content: string };
}
