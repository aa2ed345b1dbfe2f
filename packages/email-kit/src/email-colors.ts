import { readableOn, wordsOn } from '@plumgate/core/brand';
import type { Letterhead } from '@plumgate/core/emails';

/** The colors of an email in one of its two looks. */
export interface EmailColors {
  /** Around the sheet. */
  page: string;
  sheet: string;
  ink: string;
  /** Small words in the footer. */
  soft: string;
  line: string;
  /** Words that are a link. */
  link: string;
}

/** By day: white paper on a warm gray. */
export const lightColors = ({ colours: { action, ink } }: Letterhead): EmailColors => ({
  page: '#F4F2EE',
  sheet: '#FFFFFF',
  ink: readableOn('#FFFFFF', ink),
  soft: '#65605A',
  line: '#E6E2DB',
  link: readableOn('#FFFFFF', action),
});

/** As programs in dark mode show it. */
export const darkColors = ({ colours: { action } }: Letterhead): EmailColors => ({
  page: '#131114',
  sheet: '#201D22',
  ink: '#F1EDF0',
  soft: '#B4ADB3',
  line: '#3A353D',
  link: readableOn('#201D22', action),
});

/** The words on a button. */
export const onAction = ({ colours: { action } }: Letterhead): string => wordsOn(action, '#FFFFFF');

/**
 * The rules that make an email dark. Its styles lie in the elements, since mail programs drop most style sheets; those that
 * know a dark mode read these, and they win over the elements.
 */
export function darkRules(head: Letterhead): string {
  const { page, sheet, ink, soft, line, link } = darkColors(head);
  return [
    `.em-page,.em-page>table>tbody>tr>td{background-color:${page}!important}`,
    `.em-sheet{background-color:${sheet}!important}`,
    `.em-ink{color:${ink}!important}`,
    `.em-soft{color:${soft}!important}`,
    `.em-line{border-color:${line}!important}`,
    `.em-link{color:${link}!important}`,
  ].join('');
}

/** On a phone columns lie below each other, and the margins are narrower. */
export const phoneRules =
  '@media (max-width:520px){.em-column{display:block!important;width:100%!important;padding:0!important}.em-pad{padding-left:20px!important;padding-right:20px!important}}';
