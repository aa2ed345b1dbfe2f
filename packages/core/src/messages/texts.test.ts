import {
  costlyCharacters,
  countTextParts,
  hasOptOutWords,
  textKeyword,
  withOptOutWords,
} from './index.ts';

it.each<[string, string[] | null, string]>([
  ['See you at nine', null, ''],
  ['It’s “nine” – soon…', ['’', '“', '”', '–', '…'], `It's "nine" - soon...`],
  ['Come 🌿', ['🌿'], 'Come 🌿'],
  ['a\u00a0b\u200b', ['\u00a0', '\u200b'], 'a b'],
])('names what makes %j costlier', (text, characters, plainer) => {
  const found = costlyCharacters(text);
  expect(found?.characters ?? null).toEqual(characters);
  if (found) expect(found.plainer).toBe(plainer);
});
it('says how many parts the plainer text has', () =>
  expect(costlyCharacters(`It’s ${'a'.repeat(120)}`)).toMatchObject({ plainerParts: 1 }));

it.each([
  ['Sale on Friday. Reply STOP to end texts.', true],
  ['Text stop to opt out', true],
  ['Répondez STOP', true],
  ['Stop by on Friday', false],
  ['Come in', false],
])('%j says how to end texts: %s', (text, has) => {
  expect(hasOptOutWords(text)).toBe(has);
  expect(hasOptOutWords(withOptOutWords(text))).toBe(true);
  if (has) expect(withOptOutWords(text)).toBe(text);
});

// Lengths from 3GPP TS 23.040 (9.2.3.24.1) and the tables of TS 23.038: 160 / 153 septets, 70 / 67 units of UCS-2.
describe('countTextParts', () => {
  it.each<[string, string, string, number, number, number]>([
    ['nothing', '', 'GSM 03.38', 0, 0, 160],
    ['one letter', 'a', 'GSM 03.38', 1, 1, 159],
    ['a full part', 'a'.repeat(160), 'GSM 03.38', 160, 1, 0],
    ['one more makes two', 'a'.repeat(161), 'GSM 03.38', 161, 2, 145],
    ['two full parts', 'a'.repeat(306), 'GSM 03.38', 306, 2, 0],
    ['three', 'a'.repeat(307), 'GSM 03.38', 307, 3, 152],
    ['accents of the alphabet', 'èéùìòÇØøÅåÄÖÑÜäöñüàß', 'GSM 03.38', 20, 1, 140],
    ['Greek capitals of the alphabet', 'ΔΦΓΛΩΠΨΣΘΞ', 'GSM 03.38', 10, 1, 150],
    ['the extension counts two', '^{}\\[~]|€', 'GSM 03.38', 18, 1, 142],
    [
      'a euro that would be cut moves on',
      `${'a'.repeat(152)}€${'a'.repeat(10)}`,
      'GSM 03.38',
      164,
      2,
      141,
    ],
    ['ç is not in the alphabet, Ç is', 'ç', 'UCS-2', 1, 1, 69],
    ['a curly apostrophe', 'It’s', 'UCS-2', 4, 1, 66],
    ['a full part of UCS-2', 'ж'.repeat(70), 'UCS-2', 70, 1, 0],
    ['one more of UCS-2', 'ж'.repeat(71), 'UCS-2', 71, 2, 63],
    ['an emoji is two units', '🌿', 'UCS-2', 2, 1, 68],
    ['an emoji is never cut', `${'ж'.repeat(66)}🌿${'ж'.repeat(10)}`, 'UCS-2', 78, 2, 55],
  ])('%s', (_what, text, encoding, units, parts, left) =>
    expect(countTextParts(text)).toEqual({ encoding, units, parts, left }),
  );
  it('knows all 128 places of the default alphabet but the escape', () => {
    const letters = '@£$¥èéùìòÇØøÅåΔ_ΦΓΛΩΠΨΣΘΞÆæßÉ !"#¤%&\'()*+,-./:;<=>?¡ÄÖÑÜ§¿äöñüà';
    expect(countTextParts(`${letters}\n\r`).units).toBe(letters.length + 2);
    expect(countTextParts(letters).encoding).toBe('GSM 03.38');
  });
});

it.each<[string, string | null]>([
  ['STOP', 'stop'],
  [' stop. ', 'stop'],
  ['Unsubscribe', 'stop'],
  ['START', 'start'],
  ['"STOP"', 'stop'],
  ['Stop!!!', 'stop'],
  ['opt-out', 'stop'],
  ['Opt out.', 'stop'],
  ['REVOKE', 'stop'],
  ['(cancel)', 'stop'],
  ['¡Alto!', 'stop'],
  ['Arrêt', 'stop'],
  ['«parar»', 'stop'],
  ['Désinscrire', 'stop'],
  ['começar', 'start'],
  ['I want to cancel my visit', null],
  ['Please stop by on Monday', null],
  ['', null],
])('reads the reply %j as %j', (reply, keyword) => expect(textKeyword(reply)).toBe(keyword));
