/** A number whose thousands are grouped. A database reads the same ones, by the same expression. */
export const groupedNumber = /^[-+]?[0-9]{1,3}([, ’'][0-9]{3})+([.][0-9]+)?$/;

/** A number without what groups its thousands: `1,000` and `1 000.50` are numbers, `1,00` is none. */
export const plainNumber = (text: string): string =>
  groupedNumber.test(text) ? text.replace(/[, ’']/g, '') : text;
