/** A number without what groups its thousands: `1,000` and `1 000.50` are numbers, `1,00` is none. */
export const plainNumber = (text: string): string =>
  /^[-+]?\d{1,3}(?:[, ’']\d{3})+(?:\.\d+)?$/.test(text) ? text.replace(/[, ’']/g, '') : text;
