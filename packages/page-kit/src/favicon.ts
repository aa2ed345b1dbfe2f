/** A dot in a client's colour, for a page that has no small picture of its own: a browser asks for one in any case. */
export const favicon = (colour: string): string =>
  `data:image/svg+xml,${encodeURIComponent(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 8 8"><circle cx="4" cy="4" r="4" fill="${colour}"/></svg>`)}`;
