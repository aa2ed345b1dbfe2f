import type { BlockView } from '../page-context.ts';

export const space: BlockView<'space'> = {
  css: `
.space-small{height:16px}
.space-medium{height:clamp(28px,4cqi,48px)}
.space-large{height:clamp(56px,8cqi,104px)}`,
  View: ({ block }) => <div className={`space-${block.size}`} />,
};
