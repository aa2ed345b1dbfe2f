import type { PictureRef } from '@plumgate/core/basics';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';
import { Words } from '../words.tsx';

/** One picture over the other, each showing its half; the visitor's script adds the handle that draws between them. */
export const beforeAfter: BlockView<'before-after'> = {
  css: `
.compare{position:relative;margin:0;border-radius:var(--corner);overflow:hidden}
.compare img{display:block;width:100%;height:auto;aspect-ratio:16/9!important;object-fit:cover;background:var(--tint)}
.compare p{position:absolute;margin:0;bottom:12px;padding:4px 12px;border-radius:99px;background:var(--paper);color:var(--on-paper);font-size:.9rem;font-weight:640;line-height:1.5}
.compare .is-before p{left:12px}
.compare .is-after p{right:12px}
.compare .is-after{position:absolute;inset:0;clip-path:inset(0 0 0 var(--at,50%))}
.compare:after{content:'';position:absolute;inset-block:0;left:var(--at,50%);width:3px;margin-left:-1.5px;background:var(--paper);pointer-events:none}
.compare input{position:absolute;z-index:1;inset:0;width:100%;height:100%;margin:0;background:none;appearance:none;cursor:ew-resize;touch-action:pan-y}
.compare input::-webkit-slider-thumb{appearance:none;width:44px;height:44px;border-radius:50%;border:3px solid var(--paper);background:var(--action)}
.compare input::-moz-range-thumb{box-sizing:border-box;width:44px;height:44px;border-radius:50%;border:3px solid var(--paper);background:var(--action)}`,
  View: function BeforeAfter({ block }) {
    const page = usePage();
    const { before, after } = block;
    if (!before || !after)
      return page.editing ? <div className="picture-none">Choose two pictures</div> : null;
    const side = (when: 'before' | 'after', picture: PictureRef, alt: string) => (
      <div className={`is-${when}`}>
        <Photo picture={picture} alt={alt} sizes="(max-width: 720px) 100vw, 1080px" crop="wide" />
        <p>
          <Words part={block.id} setting={`${when}Label`} text={block[`${when}Label`]} />
        </p>
      </div>
    );
    const alt = page.merge(block.alt);
    const words = (when: 'before' | 'after') =>
      [alt, page.merge(block[`${when}Label`])].filter(Boolean).join(', ');
    return (
      <figure
        className="compare"
        data-compare={`${page.merge(block.beforeLabel)} / ${page.merge(block.afterLabel)}`}
      >
        {side('before', before, words('before'))}
        {side('after', after, words('after'))}
      </figure>
    );
  },
};
