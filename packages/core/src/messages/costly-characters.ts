import { countTextParts, isInTextAlphabet } from './text-parts.ts';

/** What says the same in the alphabet of texts: what writing programs put in by themselves. Common practice, no source. */
const plain: Readonly<Record<string, string>> = {
  '’': "'",
  '‘': "'",
  '‚': "'",
  '`': "'",
  '´': "'",
  '“': '"',
  '”': '"',
  '„': '"',
  '«': '"',
  '»': '"',
  '–': '-',
  '—': '-',
  '−': '-',
  '‐': '-',
  '‑': '-',
  '…': '...',
  '•': '-',
  '·': '-',
  '×': 'x',
  '\u00a0': ' ',
  '\u2009': ' ',
  '\u202f': ' ',
  '\u200b': '',
  '\ufeff': '',
};

/** Characters that make a whole text travel as UCS-2, which takes more than twice the room. */
export interface CostlyCharacters {
  /** Each once, in the order in which they stand. */
  characters: string[];
  /** The text with what says the same in their place; those that nothing stands for stay. */
  plainer: string;
  /** How many parts the plainer text is cut into. */
  plainerParts: number;
}

/** The characters that make a text costlier than it must be; null where it travels in its own alphabet. */
export function costlyCharacters(text: string): CostlyCharacters | null {
  const characters = [...new Set([...text].filter((one) => !isInTextAlphabet(one)))];
  if (characters.length === 0) return null;
  const plainer = [...text]
    .map((one) => (isInTextAlphabet(one) ? one : (plain[one] ?? one)))
    .join('');
  return { characters, plainer, plainerParts: countTextParts(plainer).parts };
}

/** What may stand in a character's place; null where nothing says the same. */
export const plainCharacter = (character: string): string | null => plain[character] ?? null;
