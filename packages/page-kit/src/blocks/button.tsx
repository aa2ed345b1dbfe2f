import type { ButtonAction } from '@plumgate/core/page';
import { usePage, type BlockView, type PageContext } from '../page-context.ts';
import { Words } from '../words.tsx';

/** Where a button leads on this page; null when its step is missing, and then it is not shown to visitors. */
function hrefOf(action: ButtonAction, page: PageContext): string | null {
  switch (action.kind) {
    case 'next-step':
      return page.nextStep;
    case 'scroll':
      return `#${action.band}`;
    case 'address':
      return action.href;
  }
}

export const button: BlockView<'button'> = {
  css: `
.press{display:inline-block;font:inherit;font-weight:680;text-align:center;text-decoration:none;padding:15px 28px;border-radius:var(--corner);border:2px solid var(--action);background:var(--action);color:var(--on-action);cursor:pointer;max-width:100%;overflow-wrap:anywhere}
.press:hover{filter:brightness(.93)}
.press.outline{background:none;color:inherit;border-color:currentColor}
.on-action .press:not(.outline){background:var(--paper);border-color:var(--paper);color:var(--on-paper)}
@container (max-width:720px){.press{display:block}}`,
  View: function Button({ block }) {
    const page = usePage();
    const href = hrefOf(block.action, page);
    if (href === null && !page.editing) return null;
    return (
      <div className={block.align}>
        <a className={`press ${block.look}`} href={href ?? '#'}>
          <Words part={block.id} setting="label" text={block.label} />
        </a>
      </div>
    );
  },
};
