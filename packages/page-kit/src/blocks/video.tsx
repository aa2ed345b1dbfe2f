import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';
import { Words } from '../words.tsx';

/** A press loads the film; until then a page carries its title and at most one still. */
export const video: BlockView<'video'> = {
  css: `
.video{position:relative;display:grid;aspect-ratio:16/9;border-radius:var(--corner);overflow:hidden;background:var(--deep);color:var(--on-deep)}
.video>*{grid-area:1/1}
.video img{width:100%;height:100%;object-fit:cover;opacity:.7;display:block}
.video .play{z-index:1;display:grid;place-content:center;justify-items:center;gap:12px;padding:20px;font:inherit;font-weight:640;text-align:center;text-decoration:none;color:inherit}
.video .play:before{content:'';border:solid transparent;border-width:18px 0 18px 30px;border-left-color:currentColor}
.video :is(iframe,video){width:100%;height:100%;border:0;z-index:2}`,
  View: function Video({ block }) {
    const page = usePage();
    const { source } = block;
    const href =
      source.from === 'file'
        ? page.fileHref(source.file)
        : source.from === 'address'
          ? source.href
          : null;
    if (!href && !page.editing) return null;
    return (
      <div className="video" data-video={source.from} data-block={block.id}>
        {block.poster && (
          <Photo picture={block.poster} alt="" sizes="(max-width: 720px) 100vw, 1080px" />
        )}
        <a className="play" href={href ?? '#'}>
          <Words part={block.id} setting="title" text={block.title} />
        </a>
      </div>
    );
  },
};
