import { DrawingView, drawingCss } from '../drawing.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo, ratios } from '../photo.tsx';

export const picture: BlockView<'picture'> = {
  css: `
.picture{display:block;width:100%;height:auto;border-radius:var(--corner);object-fit:cover;background:var(--tint)}
.columns:has(.to-edge){align-items:stretch}
.columns:has(.to-edge)>.column{align-content:center}
.column:has(.to-edge){position:relative;min-height:clamp(340px,38cqi,540px)}
.block:has(>picture>.to-edge){position:static}
.picture.to-edge{--side:max(24px,(100cqi - var(--most))/2);position:absolute;top:calc(var(--pad)*-1);left:0;width:100%;height:calc(100% + var(--pad)*2);max-width:none;border-radius:0}
.column:first-child .to-edge{left:calc(var(--side)*-1);width:calc(100% + var(--side))}
.column:last-child .to-edge{width:calc(100% + var(--side))}
@container (max-width:720px){.column:has(.to-edge){min-height:0}.column .picture.to-edge{position:static;width:calc(100% + 40px);height:auto;margin-inline:-20px}.column:first-child .to-edge{margin-top:calc(var(--pad)*-1)}.column:last-child .to-edge{margin-bottom:calc(var(--pad)*-1)}}
.picture-none{display:grid;place-items:center;aspect-ratio:3/2;border:1.5px dashed currentColor;opacity:.6;border-radius:var(--corner);font-size:.9rem}${drawingCss}`,
  View: function Picture({ block }) {
    const page = usePage();
    const alt = page.merge(block.alt);
    if (block.picture)
      return (
        <Photo
          className={block.crop === 'edge' ? 'picture to-edge' : 'picture'}
          picture={block.picture}
          alt={alt}
          sizes={`(max-width: 720px) 100vw, ${block.crop === 'edge' ? 720 : 560}px`}
          crop={block.crop}
          focus={block.focus}
        />
      );
    if (block.drawing !== 'none')
      return <DrawingView drawing={block.drawing} alt={alt} ratio={ratios[block.crop]} />;
    return page.editing ? <div className="picture-none">Choose a picture</div> : null;
  },
};
