import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';
import { usePageStrings } from '../page-strings.ts';
import { withValues } from '@plumgate/core/basics';
import { Words } from '../words.tsx';

export const reviews: BlockView<'reviews'> = {
  css: `
.reviews{display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,270px),1fr));gap:clamp(22px,3.4cqi,44px)}
.reviews figure{margin:0;padding-left:18px;border-left:3px solid var(--bar)}
.reviews blockquote{margin:0;font-family:var(--title-face);font-size:1.2rem;line-height:1.4}
.reviews blockquote:before{content:'“'}
.reviews blockquote:after{content:'”'}
.reviews .stars{display:block;margin-bottom:8px;font-size:1.02rem;letter-spacing:.12em;line-height:1.3}
.reviews .stars i{font-style:normal;opacity:.3}
.reviews figure:only-child{padding:0;border:0}
.reviews figure:only-child blockquote{font-size:clamp(1.4rem,2.7cqi,2rem);line-height:1.28;font-weight:640;letter-spacing:-.01em;text-wrap:pretty}
.reviews figure:only-child figcaption{margin-top:16px}
.reviews figcaption{display:flex;align-items:center;gap:12px;margin-top:10px;font-size:.92rem;line-height:1.35}
.reviews figcaption img{flex:none;width:44px;height:44px;border-radius:50%;object-fit:cover}
.reviews figcaption small{display:block;opacity:.8}`,
  View: function Reviews({ block }) {
    const page = usePage();
    return (
      <div className="reviews">
        {block.items.map((item, index) => (
          <figure key={index}>
            {item.stars && <StarLine stars={item.stars} />}
            <blockquote>
              <Words part={block.id} setting="items" item={index} field="said" text={item.said} />
            </blockquote>
            <figcaption>
              {item.picture && (
                <Photo
                  picture={item.picture}
                  alt={page.merge(item.who)}
                  sizes="44px"
                  crop="square"
                />
              )}
              <span>
                <Words part={block.id} setting="items" item={index} field="who" text={item.who} />
                {item.source && (
                  <small>
                    <Words
                      part={block.id}
                      setting="items"
                      item={index}
                      field="source"
                      text={item.source}
                    />
                  </small>
                )}
              </span>
            </figcaption>
          </figure>
        ))}
      </div>
    );
  },
};

function StarLine({ stars }: { stars: number }) {
  const { stars: words } = usePageStrings();
  return (
    <span className="stars" role="img" aria-label={withValues(words, { stars: String(stars) })}>
      {'★'.repeat(stars)}
      {stars < 5 && <i>{'★'.repeat(5 - stars)}</i>}
    </span>
  );
}
