import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const reviews: BlockView<'reviews'> = {
  css: `
.reviews{display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,270px),1fr));gap:clamp(22px,3.4cqi,44px)}
.reviews figure{margin:0;padding-left:18px;border-left:3px solid var(--action)}
.on-deep .reviews figure,.on-action .reviews figure{border-color:currentColor}
.reviews blockquote{margin:0;font-family:var(--title-face);font-size:1.2rem;line-height:1.4}
.reviews blockquote:before{content:'“'}
.reviews blockquote:after{content:'”'}
.reviews figure:only-child{padding:0;border:0}
.reviews figure:only-child blockquote{font-size:clamp(1.4rem,2.7cqi,2rem);line-height:1.28;font-weight:640;letter-spacing:-.01em;text-wrap:pretty}
.reviews figure:only-child figcaption{margin-top:16px}
.reviews figcaption{margin-top:8px;font-size:.92rem;opacity:.85}`,
  View: ({ block }) => (
    <div className="reviews">
      {block.items.map((item, index) => (
        <figure key={index}>
          <blockquote>
            <Words part={block.id} setting="items" item={index} field="said" text={item.said} />
          </blockquote>
          <figcaption>
            <Words part={block.id} setting="items" item={index} field="who" text={item.who} />
          </figcaption>
        </figure>
      ))}
    </div>
  ),
};
