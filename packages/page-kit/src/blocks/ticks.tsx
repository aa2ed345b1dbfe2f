import type { BlockView } from '../page-context.ts';
import { IconView } from '../icon-view.tsx';
import { Words } from '../words.tsx';

export const ticks: BlockView<'ticks'> = {
  css: `
.ticks{list-style:none;margin:0;padding:0;display:grid;gap:12px;justify-items:var(--justify,stretch);text-align:start;font-size:calc(1em*var(--size,1));font-weight:var(--weight,560)}
.ticks li{display:grid;grid-template-columns:22px 1fr;gap:11px;align-items:start}
.ticks :is(svg,.icon){width:22px;height:22px;margin-top:1px;color:var(--mark)}`,
  View: ({ block }) => (
    <ul className="ticks">
      {block.items.map((item, index) => (
        <li key={index}>
          {block.icon ? <IconView icon={block.icon} /> : <Tick />}
          <span>
            <Words part={block.id} setting="items" text={item} item={index} />
          </span>
        </li>
      ))}
    </ul>
  ),
};

/** The brand's tick, on a round of its action color. */
const Tick = () => (
  <svg viewBox="0 0 22 22" aria-hidden="true">
    <circle cx="11" cy="11" r="11" fill="var(--action)" />
    <path
      d="M6.2 11.4l3.2 3.1 6.3-6.6"
      fill="none"
      stroke="var(--on-action)"
      strokeWidth="2.2"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  </svg>
);
