/** Words that end texts, and words that allow them again (common practice, no source). */
const stop = new Set(['stop', 'stopall', 'unsubscribe', 'quit', 'end', 'cancel']);
const start = new Set(['start', 'unstop']);

/** Whether a reply asks to end texts or to allow them: the whole reply is that word, in any case, with or without a full stop. */
export function textKeyword(reply: string): 'stop' | 'start' | null {
  const word = reply
    .trim()
    .toLowerCase()
    .replace(/[.!]+$/, '');
  return stop.has(word) ? 'stop' : start.has(word) ? 'start' : null;
}
