import type { BlockView } from '../page-context.ts';
import { Words } from '../words.tsx';

export const cards: BlockView<'cards'> = {
  css: `
.cards{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,230px),1fr));gap:clamp(14px,2cqi,24px)}
.cards li{background:var(--paper);color:var(--on-paper);border:1px solid #0002;border-radius:calc(var(--corner)*1.2);padding:clamp(18px,2.4cqi,28px)}
.cards b{display:block;font-family:var(--title-face);font-size:1.16rem;line-height:1.3;margin-bottom:6px}`,
  View: ({ block }) => (
    <ul className="cards">
      {block.items.map((item, index) => (
        <li key={index}>
          <b>
            <Words part={block.id} setting="items" item={index} field="title" text={item.title} />
          </b>
          <Words part={block.id} setting="items" item={index} field="text" text={item.text} />
        </li>
      ))}
    </ul>
  ),
};
