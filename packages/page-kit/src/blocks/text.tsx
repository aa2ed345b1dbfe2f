import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const text: BlockView<'text'> = {
  css: `
.text{margin:0;max-width:62ch;overflow-wrap:anywhere}
.text.centre{margin-inline:auto}
.text-lead{font-size:clamp(1.08rem,1.6cqi,1.25rem);line-height:1.55}
.text-small{font-size:.9rem;opacity:.86}`,
  View: ({ block }) => (
    <p className={`text text-${block.size} ${block.align}`}>
      <Words part={block.id} setting="text" text={block.text} />
    </p>
  ),
};
