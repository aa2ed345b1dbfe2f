/** The words of a search in lower case, at most eight: each is to be found somewhere. */
export const searchWords = (search: string): string[] =>
  search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 8);
