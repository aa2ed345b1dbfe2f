import type { BlockView } from '../page-context.ts';
import { Rich } from '../rich.tsx';

export const text: BlockView<'text'> = {
  css: `
.text{max-width:62ch;margin-inline:var(--from,0) var(--to,auto);font-size:calc(1em*var(--size,1));font-weight:var(--weight,inherit);overflow-wrap:anywhere;text-wrap:pretty}
.text :is(p,ul,ol){margin:0}
.text :is(p,ul,ol)+:is(p,ul,ol){margin-top:.8em}
.text :is(ul,ol){padding-inline-start:1.3em;text-align:start}
.text li+li{margin-top:.35em}
.text a{color:inherit;text-decoration-thickness:1px;text-underline-offset:3px}
.text-lead{font-size:calc(clamp(1.08rem,1.6cqi,1.25rem)*var(--size,1));line-height:1.55}
.text-small{font-size:calc(.9rem*var(--size,1));opacity:.86}`,
  View: ({ block }) => (
    <div className={`text text-${block.size}`}>
      <Rich part={block.id} setting="text" text={block.text} />
    </div>
  ),
};
