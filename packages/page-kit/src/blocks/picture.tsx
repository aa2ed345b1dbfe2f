import { DrawingView, drawingCss } from '../drawing.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo, ratios } from '../photo.tsx';

export const picture: BlockView<'picture'> = {
  css: `
.picture{display:block;width:100%;height:auto;border-radius:var(--corner);object-fit:cover;background:var(--tint)}
.picture-none{display:grid;place-items:center;aspect-ratio:3/2;border:1.5px dashed currentColor;opacity:.6;border-radius:var(--corner);font-size:.9rem}${drawingCss}`,
  View: function Picture({ block }) {
    const page = usePage();
    const alt = page.merge(block.alt);
    if (block.picture)
      return (
        <Photo
          className="picture"
          picture={block.picture}
          alt={alt}
          sizes="(max-width: 720px) 100vw, 560px"
          crop={block.crop}
          focus={block.focus}
        />
      );
    if (block.drawing !== 'none')
      return <DrawingView drawing={block.drawing} alt={alt} ratio={ratios[block.crop]} />;
    return page.editing ? <div className="picture-none">Choose a picture</div> : null;
  },
};
