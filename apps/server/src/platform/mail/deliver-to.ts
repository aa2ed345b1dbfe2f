import { createTransport, type SendMailOptions } from 'nodemailer';

/** Delivers a mail by SMTP to where the program takes in mail; throws when it is not accepted. */
export async function deliverTo(mailIn: string, mail: SendMailOptions): Promise<void> {
  const transport = createTransport({ url: mailIn, ignoreTLS: true } as object);
  try {
    await transport.sendMail({ disableFileAccess: true, disableUrlAccess: true, ...mail });
  } finally {
    transport.close();
  }
}
