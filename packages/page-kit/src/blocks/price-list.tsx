import type { BlockView } from '../page-context.ts';
import { IconView } from '../icon-view.tsx';
import { Words } from '../words.tsx';

export const priceList: BlockView<'price-list'> = {
  css: `
.prices{list-style:none;margin:0;padding:0;border-top:1px solid color-mix(in srgb,currentColor 20%,transparent)}
.prices li{display:grid;grid-template-columns:minmax(0,4fr) minmax(0,6fr) auto;gap:4px clamp(16px,2.6cqi,36px);align-items:baseline;padding:15px 0;border-bottom:1px solid color-mix(in srgb,currentColor 20%,transparent)}
.prices b{font-family:var(--title-face);font-size:1.12rem;line-height:1.3}
.prices .icon{display:inline-block;vertical-align:-.25em;margin-inline-end:.5em}
.prices em{font-style:normal;font-weight:680;font-variant-numeric:tabular-nums;text-align:end;white-space:nowrap}
@container (max-width:720px){.prices li{grid-template-columns:minmax(0,1fr) auto}.prices span{grid-row:2;grid-column:1/-1}}`,
  View: ({ block }) => (
    <ul className="prices">
      {block.items.map((item, index) => {
        const words = (field: 'title' | 'text' | 'price') => (
          <Words part={block.id} setting="items" item={index} field={field} text={item[field]} />
        );
        return (
          <li key={index}>
            <b>
              {item.icon && <IconView icon={item.icon} />}
              {words('title')}
            </b>
            <span>{words('text')}</span>
            <em>{words('price')}</em>
          </li>
        );
      })}
    </ul>
  ),
};
