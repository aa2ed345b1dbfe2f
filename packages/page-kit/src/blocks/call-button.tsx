import { dialled } from '@plumgate/core/people';
import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const callButton: BlockView<'call-button'> = {
  css: `
.call{display:inline-grid;text-decoration:none;color:inherit;line-height:1.25;padding:4px 0}
.call small{font-size:.88rem;opacity:.85}
.call b{font-family:var(--title-face);font-size:calc(1.3rem*var(--size,1));font-weight:var(--weight,700);white-space:nowrap;text-decoration:underline;text-decoration-thickness:1px;text-underline-offset:4px}
.beside .call{text-align:end}`,
  View: function CallButton({ block }) {
    const page = usePage();
    return (
      <a className="call" href={`tel:${dialled(page.facts.phone, page.facts.country)}`}>
        {(block.above || page.editing) && (
          <small>
            <Words part={block.id} setting="above" text={block.above} />
          </small>
        )}
        <b>
          <Words part={block.id} setting="label" text={block.label} />
        </b>
      </a>
    );
  },
};
