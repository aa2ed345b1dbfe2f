import { deliverTo } from './deliver-to.ts';

/** An answer as somebody writes it to a message that they got. */
export interface WrittenAnswer {
  from: string;
  to: string;
  subject: string;
  text: string;
  messageId: string;
  /** The messages before it, by their Message-IDs, the oldest first. */
  thread: readonly string[];
  /** A mail program writes it by itself. */
  automatic: boolean;
}

/** Sends an answer to where the program takes in mail; throws when it is not accepted. */
export function sendAnswer(answer: WrittenAnswer, mailIn: string): Promise<void> {
  const { from, to, subject, text, messageId, thread, automatic } = answer;
  const references = thread.map((id) => `<${id}>`);
  return deliverTo(mailIn, {
    ...{ from, to, subject, text, messageId: `<${messageId}>`, references },
    inReplyTo: references.at(-1),
    headers: automatic ? { 'Auto-Submitted': 'auto-replied' } : {},
  });
}
