/** What a text says about ending texts, as it is added. */
const usual = 'Reply STOP to end texts.';

/** Whether a text says how to end texts: it names the word as a word to send, not as an invitation to stop by. */
export const hasOptOutWords = (text: string): boolean =>
  /\bSTOP\b/.test(text) || /\b(?:reply|text|send|txt)\s+["“']?stop\b/i.test(text);

/** The text with the words by which texts can be ended, as a marketing text must have them (47 CFR 64.1200, from memory). */
export const withOptOutWords = (text: string): string =>
  hasOptOutWords(text) ? text : `${text.trimEnd()} ${usual}`.trim();
