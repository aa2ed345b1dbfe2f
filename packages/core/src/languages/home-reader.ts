import type { Facts } from '../clients/index.ts';
import type { HomeReader } from '../listings/index.ts';
import type { PageWords } from './page-words.ts';

/** How a page in some words tells of the homes of a client. */
export const homeReader = (
  { currency }: Pick<Facts, 'currency'>,
  { locale, home: words }: Pick<PageWords, 'locale' | 'home'>,
): HomeReader => ({ currency, locale, words });
