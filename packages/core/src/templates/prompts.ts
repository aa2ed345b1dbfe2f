import { suggest } from './suggestions.ts';

/** What stands in a template where only the client knows what is true: it tells the marketer what to write. */
export const reviewPrompt = 'Ask your last customer for one honest sentence, and put it here.';
export const askForOne = suggest(reviewPrompt);
export const theirs = suggest('First name, town');
