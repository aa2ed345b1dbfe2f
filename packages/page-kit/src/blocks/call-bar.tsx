import { dialled } from '@plumgate/core/people';
import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

/** Drawn by the page after its last band, where it can stay in sight the whole way down. */
export const callBar: BlockView<'call-bar'> = {
  css: `
.call-bar{position:sticky;bottom:0;z-index:5;background:var(--paper);border-top:1px solid #0002}
@container (max-width:720px){.call-bar{display:flex}}
.call-bar a{flex:1;min-height:56px;display:grid;place-items:center;padding:8px 14px;font-weight:700;text-align:center;text-decoration:none;background:var(--action);color:var(--on-action)}
.call-bar a+a{background:var(--paper);color:var(--on-paper)}`,
  View: function CallBar({ block }) {
    const page = usePage();
    if (!page.facts.phone && !page.editing) return null;
    return (
      <>
        <a href={`tel:${dialled(page.facts.phone, page.facts.country)}`}>
          <Words part={block.id} setting="label" text={block.label} />
        </a>
        {block.besideLabel && (
          <a href={`#${block.besideBand}`}>
            <Words part={block.id} setting="besideLabel" text={block.besideLabel} />
          </a>
        )}
      </>
    );
  },
};
