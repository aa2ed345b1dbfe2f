import { usePage, type BlockView } from '../page-context.ts';

const ratios = { wide: '3 / 2', square: '1 / 1', whole: null } as const;

export const picture: BlockView<'picture'> = {
  css: `
.picture{display:block;width:100%;height:auto;border-radius:var(--corner);object-fit:cover;background:var(--tint)}
.picture-none{display:grid;place-items:center;aspect-ratio:3/2;border:1.5px dashed currentColor;opacity:.6;border-radius:var(--corner);font-size:.9rem}`,
  View: function Picture({ block }) {
    const page = usePage();
    if (!block.picture) {
      return page.editing ? <div className="picture-none">Choose a picture</div> : null;
    }
    const { id, width, height } = block.picture;
    const ratio = ratios[block.crop];
    return (
      <img
        className="picture"
        src={page.pictureSrc(id, 1200)}
        srcSet={`${page.pictureSrc(id, 600)} 600w, ${page.pictureSrc(id, 1200)} 1200w`}
        sizes="(max-width: 720px) 100vw, 560px"
        width={width}
        height={height}
        alt={page.merge(block.alt)}
        loading="lazy"
        decoding="async"
        style={{ aspectRatio: ratio ?? `${width} / ${height}` }}
      />
    );
  },
};
