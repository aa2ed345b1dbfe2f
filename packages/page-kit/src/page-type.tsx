import { familiesOf, type TypePairName } from '@plumgate/core/brand';
import { fontFaces, fontFile } from './fonts.ts';

/** How long a page waits for its own type before it is shown in the device's, in ms. Common practice, no source. */
const longestWaitMs = 600;

/**
 * Shows the page once its own type has come, so that nobody sees it change, or after the longest wait in the type that
 * stands in. The same for every page, so that the content policy can name it by its digest.
 */
export const typeWait = `(r=>{const show=()=>r.classList.remove("type-waits");r.classList.add("type-waits");setTimeout(show,${longestWaitMs});Promise.all(document.currentScript.dataset.families.split("|").map(f=>document.fonts.load('1em "'+f+'"'))).then(show,show)})(document.documentElement)`;

/** The type of a brand, for the head of a page: its two files are asked for before anything else. */
export const PageType = ({ pair, folder }: { pair: TypePairName; folder: string }) => (
  <>
    {familiesOf(pair).map((family) => (
      <link
        key={family}
        rel="preload"
        as="font"
        type="font/woff2"
        href={`${folder}/${fontFile(family, 'latin')}`}
        crossOrigin="anonymous"
      />
    ))}
    <style
      dangerouslySetInnerHTML={{
        __html: `${fontFaces(pair, folder)}.type-waits body{visibility:hidden}`,
      }}
    />
    <script
      data-families={familiesOf(pair).join('|')}
      dangerouslySetInnerHTML={{ __html: typeWait }}
    />
  </>
);
