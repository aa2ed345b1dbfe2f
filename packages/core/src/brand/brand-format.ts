import { documentFormat, type DocumentFormat } from '../basics/index.ts';
import type { Brand } from './brand.ts';

/** How a client's brand is stored. */
export const brandFormat: DocumentFormat<Brand> = documentFormat('brand', [
  // Version 1 may lack what was added one after the other.
  (stored) => ({
    typePair: 'hanken',
    corners: 'soft',
    press: 'plain',
    mark: '',
    logo: null,
    ...stored,
  }),
  // Version 2 had one logo.
  (stored) => ({ logoOnDark: null, ...stored }),
  // Version 3 had no styles beside the brand's own.
  (stored) => ({ styles: [], ...stored }),
]);
