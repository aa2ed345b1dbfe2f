import { searchWords } from '@plumgate/core/basics';

/** A pattern for `like` that finds a text anywhere, whatever is in it. */
export const likeText = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** The words of a search as patterns for `like`, at most eight, in lower case: each is to be found somewhere. */
export const likeWords = (search: string): string[] => searchWords(search).map(likeText);
