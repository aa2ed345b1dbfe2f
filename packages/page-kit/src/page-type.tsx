import { familiesOf, standInOf, typePairs, type TypePairName } from '@plumgate/core/brand';
import { fontFaces, fontFile } from './fonts.ts';

/** How long a page waits for its own type before it is shown in the device's, in ms. Common practice, no source. */
const longestWaitMs = 600;

/**
 * Shows the page once its own type has come, or after the longest wait in the type that stands in, and then it stays so:
 * nobody sees it change. The same for every page, so that the content policy can name it by its digest.
 */
export const typeWait = `(c=>{const show=()=>c.remove("type-waits");c.add("type-waits");const late=setTimeout(()=>{c.add("type-late");show()},${longestWaitMs});Promise.all(document.currentScript.dataset.families.split("|").map(f=>document.fonts.load('1em "'+f+'"'))).then(()=>{clearTimeout(late);show()},show)})(document.documentElement.classList)`;

/** The type of a page that has waited long enough. */
function inStandIns(pair: TypePairName): string {
  const { title, text } = typePairs[pair];
  return `:root.type-late{--title-face:${standInOf(title)};--text-face:${standInOf(text)}}`;
}

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
        __html: `${fontFaces(pair, folder)}.type-waits body{visibility:hidden}${inStandIns(pair)}`,
      }}
    />
    <script
      data-families={familiesOf(pair).join('|')}
      dangerouslySetInnerHTML={{ __html: typeWait }}
    />
  </>
);
