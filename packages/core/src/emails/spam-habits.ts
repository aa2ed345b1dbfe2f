/** Phrases that mail filters weigh against a sender (common practice, no source). */
const pushy = [
  'act now',
  'buy now',
  'cash bonus',
  'click here',
  'double your',
  'free money',
  'guaranteed results',
  'limited time only',
  'no obligation',
  'no risk',
  'once in a lifetime',
  'risk free',
  'this is not spam',
  'urgent response',
  'you have been selected',
  'you won',
];

/**
 * Habits of junk mail in a subject and the words below it, each named with what to do about it. A rule of thumb: common
 * practice, no source.
 */
export function spamHabits(subject: string, body: string): string[] {
  const plain = subject.replace(/\{\{.*?\}\}/g, '');
  const both = `${plain} ${body}`.toLowerCase();
  const letters = plain.replace(/[^\p{L}]/gu, '');
  const found = pushy.filter((phrase) => both.includes(phrase));
  return [
    ...(letters.length >= 8 && letters === letters.toUpperCase()
      ? ['The subject is all capitals, which filters take for shouting. Write it as a sentence.']
      : []),
    ...(/[!?]{2,}/.test(plain) ? ['The subject has several marks in a row. One is enough.'] : []),
    ...(/[$€£]{2,}/.test(both)
      ? ['Several currency signs in a row look like junk mail. Name the amount.']
      : []),
    ...(/^\s*(?:re|fwd?)\s*:/i.test(plain)
      ? ['The subject pretends to be an answer. Begin it with what the email is about.']
      : []),
    ...found.map(
      (phrase) => `“${phrase}” is a phrase that filters distrust. Say what people get instead.`,
    ),
  ];
}
