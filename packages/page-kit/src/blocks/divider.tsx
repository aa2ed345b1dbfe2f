import type { BlockView } from '../page-context.ts';

export const divider: BlockView<'divider'> = {
  css: `.divider{border:0;border-top:1px solid currentColor;opacity:.22;margin:6px 0;width:100%}`,
  View: () => <hr className="divider" />,
};
