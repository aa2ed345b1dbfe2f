import EmailReplyParser from 'email-reply-parser';

/** Longer mail is read so far: how long the parser takes grows faster than what it reads. */
const mostLetters = 20_000;

/**
 * What somebody wrote themselves in an email: without what they answer, which mail programs quote, and without their
 * signature. The whole where nothing else is left.
 */
export function ownWords(text: string): string {
  const whole = text
    .slice(0, mostLetters)
    .replace(/\r\n?/g, '\n')
    .replace(/[^\S\n]+/g, ' ')
    .replace(/\n(\s*\n){2,}/g, '\n\n')
    .trim();
  return new EmailReplyParser().read(whole).getVisibleText().trim() || whole;
}
