import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';

export const gallery: BlockView<'gallery'> = {
  css: `
.gallery{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(var(--across),minmax(0,1fr));gap:clamp(8px,1.4cqi,18px)}
.gallery img{display:block;width:100%;height:auto;object-fit:cover;border-radius:var(--corner);background:var(--tint)}
.gallery-none{display:grid;place-items:center;min-height:120px;border:1.5px dashed currentColor;opacity:.6;border-radius:var(--corner);font-size:.9rem}
.gallery:has(>li:only-child){grid-template-columns:minmax(0,1fr)}
@container (max-width:720px){.gallery:not(:has(>li:only-child)){grid-template-columns:repeat(2,minmax(0,1fr))}.gallery>li:last-child:nth-child(odd){grid-column:1/-1}}`,
  View: function Gallery({ block }) {
    const page = usePage();
    if (block.items.length === 0)
      return page.editing ? <div className="gallery-none">Choose pictures</div> : null;
    return (
      <ul className="gallery" style={{ '--across': block.across } as React.CSSProperties}>
        {block.items.map((item, index) => (
          <li key={index}>
            <Photo
              picture={item.picture}
              alt={page.merge(item.alt)}
              sizes={`(max-width: 720px) 50vw, ${Math.round(1080 / block.across)}px`}
              crop={block.crop}
            />
          </li>
        ))}
      </ul>
    );
  },
};
