import type { BlockOf } from '@plumgate/core/page';
import type { CSSProperties, ReactNode } from 'react';
import { DrawingView, drawingCss } from '../drawing.tsx';
import { hrefOf } from '../links.ts';
import { usePage, type BlockView } from '../page-context.ts';
import { usePageStrings } from '../page-strings.ts';
import { Photo, pictureWidths, ratios } from '../photo.tsx';
import { Words } from '../words.tsx';

export const picture: BlockView<'picture'> = {
  css: `
.picture{display:block;width:100%;height:auto;border-radius:var(--corners,var(--corner));border:var(--edge,0) solid var(--edge-color,transparent);object-fit:cover;background:var(--tint)}
.picture-figure{margin:0 var(--to,auto) 0 var(--from,0);max-width:var(--width)}
.picture-figure figcaption{margin-top:8px;font-size:.9rem;line-height:1.4;opacity:.85}
.picture-link{display:block;color:inherit}
.columns:has(.to-edge){align-items:stretch}
.columns:has(.to-edge)>.column{align-content:center}
.column:has(.to-edge){position:relative;min-height:clamp(340px,38cqi,540px)}
.block:has(.to-edge){position:static}
.picture.to-edge{--side:max(24px,(100cqi - var(--most))/2);position:absolute;top:calc(var(--pad-top)*-1);left:0;width:100%;height:calc(100% + var(--pad-top) + var(--pad-bottom));max-width:none;border-radius:var(--corners,0)}
.column:where(.columns:not(.reordered)>:first-child,.at-first) .to-edge{left:calc(var(--side)*-1);width:calc(100% + var(--side))}
.column:where(.columns:not(.reordered)>:last-child,.at-last) .to-edge{width:calc(100% + var(--side))}
.per-phone{aspect-ratio:var(--ratio);object-position:var(--focus)}
@container (max-width:720px){.column:has(.to-edge){min-height:0}.column .picture.to-edge{position:static;width:calc(100% + 40px);height:auto;margin-inline:-20px}.column:first-child .to-edge{margin-top:calc(var(--pad-top)*-1)}.column:last-child .to-edge{margin-bottom:calc(var(--pad-bottom)*-1)}.per-phone{aspect-ratio:var(--phone-ratio);object-position:var(--phone-focus)}}
.picture-none{display:grid;place-items:center;aspect-ratio:3/2;border:1.5px dashed currentColor;opacity:.6;border-radius:var(--corner);font-size:.9rem}
.large{border:0;padding:0;margin:auto;max-width:96vw;max-height:96dvh;background:none;overflow:visible}
.large::backdrop{background:#000c}
.large img{display:block;max-width:96vw;max-height:92dvh;width:auto;height:auto}
.large button{position:absolute;top:8px;right:8px;width:40px;height:40px;border:0;border-radius:50%;font-size:22px;line-height:1;background:var(--paper);color:var(--on-paper);cursor:pointer}${drawingCss}`,
  View: function Picture({ block }) {
    const page = usePage();
    if (!block.picture && block.drawing === 'none')
      return page.editing ? <div className="picture-none">Choose a picture</div> : null;
    return (
      <Around block={block}>
        <Linked block={block}>
          <Shown block={block} />
        </Linked>
      </Around>
    );
  },
};

/** The picture with its caption, as wide as it may be; nothing around it where it fills its column and says nothing. */
function Around({ block, children }: { block: BlockOf<'picture'>; children: ReactNode }) {
  const { editing } = usePage();
  const { width, caption, look } = block;
  if (width === null && !caption && !look.align && !editing) return children;
  return (
    <figure
      className="picture-figure"
      style={width === null ? undefined : ({ '--width': `${width}px` } as CSSProperties)}
    >
      {children}
      {(caption || editing) && (
        <figcaption>
          <Words part={block.id} setting="caption" text={caption} />
        </figcaption>
      )}
    </figure>
  );
}

/** What a press on it does. */
function Linked({ block, children }: { block: BlockOf<'picture'>; children: ReactNode }) {
  const page = usePage();
  const { close } = usePageStrings();
  const { action, picture } = block;
  if (!action) return children;
  if (action.kind === 'enlarge') {
    if (!picture) return children;
    const { width, src } = page.picture(picture);
    return (
      <a
        className="picture-link"
        href={src(Math.min(width, pictureWidths.at(-1)!), 'webp')}
        data-enlarge={close}
      >
        {children}
      </a>
    );
  }
  const href = hrefOf(action, page);
  if (!href) return children;
  return (
    <a className="picture-link" href={href} download={action.kind === 'download' ? '' : undefined}>
      {children}
    </a>
  );
}

function Shown({ block }: { block: BlockOf<'picture'> }) {
  const page = usePage();
  const { picture, drawing, crop, focus, width, onPhone } = block;
  const alt = page.merge(block.alt);
  if (!picture)
    return drawing === 'none' ? null : (
      <DrawingView drawing={drawing} alt={alt} ratio={ratios[crop]} />
    );
  const wide = width ?? (crop === 'edge' ? 720 : 560);
  return (
    <Photo
      className={crop === 'edge' && width === null ? 'picture to-edge' : 'picture'}
      picture={picture}
      alt={alt}
      sizes={`(max-width: 720px) ${width === null ? '100vw' : `min(100vw, ${width}px)`}, ${wide}px`}
      crop={crop}
      focus={focus}
      onPhone={onPhone}
    />
  );
}
