/** Invisible, and no part of an address: what stands before it and after it are two words to whatever looks for links. */
const zeroWidthSpace = '\u200B';

/**
 * What a stranger typed, as it may stand in a message: anything that a mail program or a phone would turn into a link is
 * broken up by a character of no width. Otherwise a form would send anybody's address a link in the client's name.
 * Email addresses and numbers stay whole.
 */
export function withoutLinks(text: string): string {
  return text.replace(/\S+/g, (word) => {
    const isEmail = /^[^@/:]+@[^@/:]+$/.test(word);
    return isEmail
      ? word
      : word
          .replaceAll('://', `:${zeroWidthSpace}//`)
          .replace(/(?<=[\p{L}\p{N}-])\.(?=\p{L}{2})/gu, `${zeroWidthSpace}.`);
  });
}
