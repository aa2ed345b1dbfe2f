/**
 * The characters of the GSM 03.38 default alphabet (3GPP TS 23.038, 6.2.1), one septet each. Written from memory and
 * checked in the tests by counts that the standard gives.
 */
const basic = new Set(
  '@£$¥èéùìòÇ\nØø\rÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !"#¤%&\'()*+,-./0123456789:;<=>?¡ABCDEFGHIJKLMNOPQRSTUVWXYZÄÖÑÜ§¿abcdefghijklmnopqrstuvwxyzäöñüà',
);
/** Its extension table (6.2.1.1): an escape and a character, two septets. */
const extended = new Set('\f^{}\\[~]|€');

/** Whether a character travels in the short alphabet; one that does not makes all of a text UCS-2. */
export const isInTextAlphabet = (character: string): boolean =>
  basic.has(character) || extended.has(character);

export interface TextParts {
  encoding: 'GSM 03.38' | 'UCS-2';
  /** Septets of GSM 03.38, or 16-bit units of UCS-2. */
  units: number;
  parts: number;
  /** Units that still fit into the last part. */
  left: number;
}

/**
 * Into how many parts a text is cut on its way. GSM 03.38: 160 septets alone, 153 in each of several parts; with any
 * character outside that alphabet all of it travels as UCS-2: 70 units, or 67 in each part (3GPP TS 23.040, 9.2.3.24.1).
 * A character of two units is never cut in half, so a part may end one short. The empty text has no parts.
 */
export function countTextParts(text: string): TextParts {
  const characters = [...text];
  const isGsm = characters.every(isInTextAlphabet);
  const size = (one: string) => (isGsm ? (extended.has(one) ? 2 : 1) : one.length);
  const [alone, shared] = isGsm ? [160, 153] : [70, 67];
  const encoding = isGsm ? 'GSM 03.38' : 'UCS-2';
  const units = characters.reduce((sum, one) => sum + size(one), 0);
  if (units <= alone) return { encoding, units, parts: units === 0 ? 0 : 1, left: alone - units };
  let [parts, used] = [1, 0];
  for (const one of characters) {
    if (used + size(one) > shared) {
      parts += 1;
      used = 0;
    }
    used += size(one);
  }
  return { encoding, units, parts, left: shared - used };
}
