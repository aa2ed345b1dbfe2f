import { familiesOf, type TypePairName } from '@plumgate/core/brand';
import { fontFile } from './fonts.ts';

/** Asks for a brand's fonts before the CSS is read: what comes too late is not shown on the first visit. */
export const FontPreloads = ({ pair, folder }: { pair: TypePairName; folder: string }) =>
  familiesOf(pair).map((family) => (
    <link
      key={family}
      rel="preload"
      as="font"
      type="font/woff2"
      href={`${folder}/${fontFile(family, 'latin')}`}
      crossOrigin="anonymous"
    />
  ));
