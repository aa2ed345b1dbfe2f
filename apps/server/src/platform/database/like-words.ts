/** A pattern for `like` that finds a text anywhere, whatever is in it. */
export const likeText = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

/** The words of a search as patterns for `like`, at most eight, in lower case: each is to be found somewhere. */
export const likeWords = (search: string): string[] =>
  search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8).map(likeText);
