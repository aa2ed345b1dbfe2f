/**
 * The HTML standard's rule for a valid email address (WHATWG HTML, "Valid email address"), so that the server and every
 * browser agree on what they accept.
 */
const htmlStandard =
  /^[a-zA-Z0-9.!#$%&'*+/=?^_`{|}~-]+@[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?(?:\.[a-zA-Z0-9](?:[a-zA-Z0-9-]{0,61}[a-zA-Z0-9])?)*$/;

/**
 * True for an address by the HTML standard, at most 254 characters (RFC 5321, path limit), whose host has a dot: nobody is
 * reached at `ruth@nowhere`, which the standard allows for mail within one network.
 */
export function isEmail(text: string): boolean {
  return text.length <= 254 && htmlStandard.test(text) && /@.*\./.test(text);
}
