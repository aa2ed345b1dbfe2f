import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const badges: BlockView<'badges'> = {
  css: `
.badges{list-style:none;margin:0;padding:0;display:flex;flex-wrap:wrap;gap:10px 26px;justify-content:center;font-size:.94rem;font-weight:620}
.badges li{display:flex;align-items:center;gap:9px}
.badges li:before{content:'';width:9px;height:9px;border-radius:2px;transform:rotate(45deg);background:var(--action);flex:none}
.on-action .badges li:before,.on-deep .badges li:before{background:currentColor}`,
  View: ({ block }) => (
    <ul className="badges">
      {block.items.map((item, index) => (
        <li key={index}>
          <Words part={block.id} setting="items" item={index} text={item} />
        </li>
      ))}
    </ul>
  ),
};
