import { textKeyword } from '../messages/index.ts';

/** By which way somebody writes to a client. */
export type InboxWay = 'email' | 'text' | 'chat';

/**
 * What is understood by something that came in: an answer to be read; the one word that ends messages, allows them again or
 * asks who writes; or what a mail program sent by itself while its owner is away.
 */
export type InboxReading = 'answer' | 'stop' | 'start' | 'help' | 'away';

/**
 * Reads what came in. `words` is what they wrote themselves, without what they answer.
 * A keyword counts where it is all they wrote; by email only *stop* does, since nobody is asked for the others there.
 */
export function readingOf(came: {
  kind: InboxWay;
  words: string;
  isAutomatic?: boolean;
}): InboxReading {
  if (came.isAutomatic) return 'away';
  if (came.kind === 'chat') return 'answer';
  const keyword = textKeyword(came.words);
  if (came.kind === 'email') return keyword === 'stop' ? 'stop' : 'answer';
  return keyword ?? 'answer';
}

/** Headers that mail programs put on what they send by themselves, beside that of RFC 3834; common practice, no source. */
const automaticHeaders = ['x-autoreply', 'x-autorespond', 'x-autoresponder'];
const bulk = /^(auto[_-]?reply|bulk|junk|list)$/i;
/** How such mail begins its subject where it says so in no header; common practice, no source. */
const automaticSubject =
  /^\s*(automatic reply|auto(matic)?[- ]?(reply|response)|out of (the )?office|respuesta automática|fuera de la oficina|réponse automatique|absence du bureau|resposta automática|abwesenheitsnotiz|automatische antwort)\b/iu;

/**
 * Whether an email was sent by a mail program by itself. `Auto-Submitted` with anything but `no` says so (RFC 3834, section
 * 5), and so does an empty return path, which such mail is to have (section 3.3).
 *
 * @param mail.header gives a header by its name in lower case; undefined where it is not there
 * @param mail.returnPath the sender of the envelope; empty for none
 */
export function isAutomaticMail(mail: {
  header: (name: string) => string | undefined;
  returnPath: string;
  subject: string;
}): boolean {
  const submitted = mail.header('auto-submitted');
  if (submitted) return !/^\s*no\b/i.test(submitted);
  return (
    mail.returnPath === '' ||
    automaticHeaders.some((name) => mail.header(name) !== undefined) ||
    bulk.test(mail.header('precedence')?.trim() ?? '') ||
    automaticSubject.test(mail.subject)
  );
}

/** The subject of an answer: `Re:` once (RFC 5322, section 3.6.5). */
export const answerSubject = (subject: string): string =>
  /^\s*re:/i.test(subject) ? subject.trim() : `Re: ${subject.trim()}`.trim();
