import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

/** A seal with a tick cut out of it. */
const seal = `url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 30 30'%3E%3Cpath fill-rule='evenodd' d='M15 1l3.6 2.4 4.3-.1 1.2 4.2 3.5 2.5L26.2 14l1.4 4.1-3.5 2.5-1.2 4.2-4.3-.1L15 27l-3.6-2.3-4.3.1-1.2-4.2-3.5-2.5L3.8 14 2.4 10l3.5-2.5 1.2-4.2 4.3.1zM13.4 19.3l7.2-7.3-1.7-1.7-5.5 5.6-2.4-2.4-1.7 1.7z'/%3E%3C/svg%3E")`;

export const badges: BlockView<'badges'> = {
  css: `
.badges{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,190px),1fr));gap:14px 24px;font-size:.98rem;line-height:1.35;font-weight:620}
.badges li{display:grid;grid-template-columns:auto minmax(0,1fr);gap:11px;align-items:center;overflow-wrap:anywhere}
.badges li:before{content:'';width:30px;height:30px;background:currentColor;mask:${seal} center/contain no-repeat}`,
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
