/** What stands in a template where only the client knows what is true: it tells the marketer what to write. */
export const askForOne = 'Ask your last customer for one honest sentence, and put it here.';
export const theirs = 'First name, town';
