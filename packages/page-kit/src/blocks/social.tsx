import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const social: BlockView<'social'> = {
  css: `
.social p{margin:0 0 6px}
.social a{color:inherit;display:inline-block;padding:6px 0;margin-inline-end:20px;font-weight:var(--weight,620);font-size:calc(1em*var(--size,1))}`,
  View: function Social({ block }) {
    const { facts, editing } = usePage();
    if (facts.social.length === 0)
      return editing ? <p>The fact sheet names no other places yet.</p> : null;
    return (
      <div className="social">
        {(block.title || editing) && (
          <p>
            <Words part={block.id} setting="title" text={block.title} />
          </p>
        )}
        {facts.social.map((href) => (
          <a key={href} href={href} rel="me noopener">
            {new URL(href).hostname.replace(/^www\./, '')}
          </a>
        ))}
      </div>
    );
  },
};
