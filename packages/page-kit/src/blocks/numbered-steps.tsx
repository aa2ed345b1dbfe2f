import type { BlockView } from '../page-context.ts';
import { IconView } from '../icon-view.tsx';
import { Words } from '../words.tsx';

export const numberedSteps: BlockView<'numbered-steps'> = {
  css: `
.numbered{list-style:none;counter-reset:step;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,220px),1fr));gap:clamp(22px,3.4cqi,44px);font-size:calc(1em*var(--size,1))}
.numbered li{counter-increment:step}
.numbered li:before{content:counter(step);display:grid;place-items:center;width:2.1em;height:2.1em;margin:0 var(--to,auto) 12px var(--from,0);border-radius:50%;background:var(--mark);color:var(--on-mark);font-family:var(--title-face);font-weight:700}
.numbered .with-icon:before{display:none}
.numbered .icon{width:36px;height:36px;margin:0 var(--to,auto) 12px var(--from,0);color:var(--mark)}
.numbered b{display:block;font-family:var(--title-face);font-size:calc(1.2rem*var(--size,1));font-weight:var(--weight,bold);line-height:1.3;margin-bottom:4px}`,
  View: ({ block }) => (
    <ol className="numbered">
      {block.items.map((item, index) => (
        <li key={index} className={item.icon && 'with-icon'}>
          {item.icon && <IconView icon={item.icon} />}
          <b>
            <Words part={block.id} setting="items" item={index} field="title" text={item.title} />
          </b>
          <Words part={block.id} setting="items" item={index} field="text" text={item.text} />
        </li>
      ))}
    </ol>
  ),
};
