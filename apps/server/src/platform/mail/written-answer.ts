import { createTransport } from 'nodemailer';

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
export async function sendAnswer(answer: WrittenAnswer, mailIn: string): Promise<void> {
  const { from, to, subject, text, messageId, thread, automatic } = answer;
  const transport = createTransport({ url: mailIn, ignoreTLS: true } as object);
  try {
    await transport.sendMail({
      ...{ from, to, subject, text, messageId: `<${messageId}>` },
      inReplyTo: thread.map((id) => `<${id}>`).at(-1),
      references: thread.map((id) => `<${id}>`),
      headers: automatic ? { 'Auto-Submitted': 'auto-replied' } : {},
      ...{ disableFileAccess: true, disableUrlAccess: true },
    });
  } finally {
    transport.close();
  }
}
