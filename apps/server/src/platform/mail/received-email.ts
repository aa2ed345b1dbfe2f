/** An email that came in, as the mail server's webhook tells of it. */
export interface ReceivedEmail {
  id: string;
  from: string;
  to: string;
  subject: string;
  text: string;
}
