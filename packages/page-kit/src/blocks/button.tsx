import { hrefOf } from '../links.ts';
import { usePage, type BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const button: BlockView<'button'> = {
  css: `
.press{display:inline-block;font:inherit;font-weight:680;text-align:center;text-decoration:none;padding:15px 28px;border-radius:var(--press-corner);box-shadow:var(--press-shadow);border:2px solid var(--action);background:var(--action);color:var(--on-action);cursor:pointer;max-width:100%;overflow-wrap:anywhere}
.press:hover{filter:brightness(.93)}
.press.outline{background:none;box-shadow:none;color:inherit;border-color:currentColor}
.on-deep .press:not(.outline){background:var(--deep-press);border-color:var(--deep-press);color:var(--on-deep-press)}
.on-action .press:not(.outline){background:var(--paper);border-color:var(--paper);color:var(--on-paper)}
@container (max-width:720px){.press{display:block}}`,
  View: function Button({ block }) {
    const page = usePage();
    const href = hrefOf(block.action, page);
    if (!href && !page.editing) return null;
    return (
      <div className={block.align}>
        <a
          className={`press ${block.look}`}
          href={href || '#'}
          download={block.action.kind === 'download' ? '' : undefined}
        >
          <Words part={block.id} setting="label" text={block.label} />
        </a>
      </div>
    );
  },
};
