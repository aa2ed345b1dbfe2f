import { hrefOf } from '../links.ts';
import { IconView } from '../icon-view.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const button: BlockView<'button'> = {
  css: `
.press{display:inline-block;font:inherit;font-size:calc(1em*var(--size,1));font-weight:var(--weight,680);text-transform:inherit;text-align:center;text-decoration:none;padding:15px 28px;border-radius:var(--corners,var(--press-corner));box-shadow:var(--press-shadow);border:var(--edge,2px) solid var(--edge-color,var(--fill,var(--press)));background:var(--fill,var(--press));color:var(--color,var(--on-fill,var(--on-press)));cursor:pointer;max-width:100%;overflow-wrap:anywhere}
.press:hover{filter:brightness(.93)}
.press.outline{background:var(--fill,none);box-shadow:none;color:var(--color,var(--on-fill,inherit));border-color:var(--edge-color,currentColor)}
.press-row{display:inline-flex;align-items:center;gap:.55em}
.press-row.after{flex-direction:row-reverse}
.press-note{margin:8px 0 0;font-size:.88rem;line-height:1.4;text-transform:none}
@container (max-width:720px){.press{display:block}}`,
  View: function Button({ block }) {
    const page = usePage();
    const href = hrefOf(block.action, page);
    if (!href && !page.editing) return null;
    const label = <Words part={block.id} setting="label" text={block.label} />;
    return (
      <>
        <a
          className={block.shape === 'outline' ? 'press outline' : 'press'}
          href={href || '#'}
          data-press={block.id}
          download={block.action.kind === 'download' ? '' : undefined}
        >
          {block.icon ? (
            <span className={`press-row ${block.iconSide}`}>
              <IconView icon={block.icon} />
              <span>{label}</span>
            </span>
          ) : (
            label
          )}
        </a>
        {(block.note || page.editing) && (
          <p className="press-note">
            <Words part={block.id} setting="note" text={block.note} />
          </p>
        )}
      </>
    );
  },
};
