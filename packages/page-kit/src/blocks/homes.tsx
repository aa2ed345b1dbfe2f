import { homeReader } from '@plumgate/core/languages';
import {
  homesBeside,
  listingFacts,
  listingName,
  listingPrice,
  type HomeReader,
  type ListedHome,
} from '@plumgate/core/listings';
import { usePage, type BlockView } from '../page-context.ts';
import { usePageStrings } from '../page-strings.ts';
import { Photo } from '../photo.tsx';

export const homes: BlockView<'homes'> = {
  css: `
.homes{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fill,minmax(min(100%,250px),1fr));gap:clamp(14px,2cqi,24px)}
.homes li{position:relative;background:var(--paper);color:var(--on-paper);border:1px solid #0002;border-radius:calc(var(--corner)*1.2);overflow:hidden}
.homes img{display:block;width:100%;height:auto;object-fit:cover;background:var(--tint)}
.homes .none{display:block;aspect-ratio:3/2;background:var(--tint)}
.homes div{padding:16px 18px 18px}
.homes b{display:block;font-family:var(--title-face);font-size:1.25rem;line-height:1.2}
.homes a{display:inline-block;min-height:24px;color:inherit;text-decoration:none}
.homes a::after{content:"";position:absolute;inset:0}
.homes a:hover{text-decoration:underline}
.homes small{display:block;font-size:.9rem;opacity:.8}`,
  View: function Homes({ block }) {
    const { homes, listing } = usePage();
    return <HomeCards homes={homesBeside(homes, listing, block)} />;
  },
};

/** How the page tells of homes. */
export const useHomeReader = (): HomeReader => homeReader(usePage().facts, usePageStrings());

/** Homes as cards; where there is none, that it is so. */
export function HomeCards({ homes }: { homes: readonly ListedHome[] }) {
  const reader = useHomeReader();
  if (homes.length === 0) return <p>{reader.words.none}</p>;
  return (
    <ul className="homes">
      {homes.map(({ id, content, href }) => {
        const [first] = content.pictures;
        return (
          <li key={id}>
            {first ? (
              <Photo
                picture={first.picture}
                alt={first.alt || listingName(content)}
                sizes="(max-width: 720px) 100vw, 340px"
                crop="wide"
              />
            ) : (
              <span className="none" />
            )}
            <div>
              <b>{listingPrice(content.price, reader) || reader.words.statuses[content.status]}</b>
              {href ? <a href={href}>{listingName(content)}</a> : listingName(content)}
              <small>{listingFacts(content, reader)}</small>
            </div>
          </li>
        );
      })}
    </ul>
  );
}
