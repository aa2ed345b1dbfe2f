import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const badges: BlockView<'badges'> = {
  css: `
.badges{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,160px),1fr));gap:12px;font-size:.96rem;line-height:1.4;font-weight:620}
.badges li{display:flex;align-items:center;padding:15px 18px;border:1px solid color-mix(in srgb,currentColor 26%,transparent);border-left:3px solid var(--action);border-radius:min(var(--corner),12px);overflow-wrap:anywhere}
.on-action .badges li{border-left-color:currentColor}`,
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
