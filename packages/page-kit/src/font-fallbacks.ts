import { isSerif, standInFaces, type FontFamily } from '@plumgate/core/brand';

/**
 * How a shipped font is against the one of devices that stands in for it until it has come: how much wider running text
 * and titles are, and how far it reaches above and below the line, in ems. Measured by `scripts/measure-fonts.mjs`.
 */
const measured: Record<
  FontFamily,
  { text: number; title: number; ascent: number; descent: number }
> = {
  Archivo: { text: 0.9869, title: 0.971, ascent: 0.878, descent: 0.21 },
  'Bricolage Grotesque': { text: 1.0556, title: 1.0141, ascent: 0.93, descent: 0.27 },
  Figtree: { text: 1.0051, title: 0.9601, ascent: 0.95, descent: 0.25 },
  'Hanken Grotesk': { text: 1.0065, title: 0.9497, ascent: 1, descent: 0.303 },
  Manrope: { text: 1.0262, title: 0.9959, ascent: 1.066, descent: 0.3 },
  'Nunito Sans': { text: 1.0125, title: 0.9728, ascent: 1.011, descent: 0.353 },
  'Public Sans': { text: 1.038, title: 0.9864, ascent: 0.95, descent: 0.225 },
  Fraunces: { text: 1.159, title: 1.1443, ascent: 0.978, descent: 0.255 },
  Literata: { text: 1.1769, title: 1.1628, ascent: 1.177, descent: 0.308 },
  Lora: { text: 1.1568, title: 1.1103, ascent: 1.006, descent: 0.274 },
  Newsreader: { text: 1.0592, title: 1.0535, ascent: 0.735, descent: 0.265 },
};

/** A font that devices have, by the names it goes by; `width` is against the first of its kind, per average letter. */
interface DeviceFont {
  text: string[];
  title: string[];
  width: number;
}

/** Of computers, and of phones that have none of those. Average widths are those of `@capsizecss/metrics` 4.3.0. */
const deviceFonts: Record<'serif' | 'sans', [computer: DeviceFont, phone: DeviceFont]> = {
  sans: [
    {
      text: ['Arial', 'ArialMT', 'Liberation Sans'],
      title: ['Arial Bold', 'Arial-BoldMT', 'Liberation Sans Bold'],
      width: 1,
    },
    { text: ['Roboto', 'Roboto-Regular'], title: ['Roboto Bold', 'Roboto-Bold'], width: 911 / 913 },
  ],
  serif: [
    {
      text: ['Times New Roman', 'TimesNewRomanPSMT', 'Liberation Serif'],
      title: ['Times New Roman Bold', 'TimesNewRomanPS-BoldMT', 'Liberation Serif Bold'],
      width: 1,
    },
    {
      text: ['Noto Serif', 'NotoSerif'],
      title: ['Noto Serif Bold', 'NotoSerif-Bold'],
      width: 481 / 1000 / (832 / 2048),
    },
  ],
};

const weights = { text: '100 549', title: '550 900' } as const;
const percent = (share: number) => `${(share * 100).toFixed(2)}%`;

/**
 * The @font-face rules by which fonts of the device take as much room as a shipped one: what was shown in them does not
 * move when it comes.
 */
export const standInFontFaces = (family: FontFamily): string =>
  standInFaces(family)
    .flatMap((name, index) => {
      const font = deviceFonts[isSerif(family) ? 'serif' : 'sans'][index as 0 | 1];
      const { ascent, descent, ...wider } = measured[family];
      return (['text', 'title'] as const).map((use) => {
        const size = wider[use] / font.width;
        const sources = font[use].map((local) => `local("${local}")`).join(',');
        return `@font-face{font-family:"${name}";font-weight:${weights[use]};src:${sources};size-adjust:${percent(size)};ascent-override:${percent(ascent / size)};descent-override:${percent(descent / size)};line-gap-override:0%}`;
      });
    })
    .join('');
