import { IconView } from '../icon-view.tsx';
import { usePage, type BlockView } from '../page-context.ts';
import { Photo } from '../photo.tsx';
import { Words } from '../words.tsx';

export const cards: BlockView<'cards'> = {
  css: `
.cards{list-style:none;margin:0;padding:0;display:grid;grid-template-columns:repeat(auto-fit,minmax(min(100%,230px),1fr));gap:clamp(14px,2cqi,24px);font-size:calc(1em*var(--size,1))}
.cards li{background:var(--fill,var(--paper));color:var(--color,var(--on-fill,var(--on-paper)));border:var(--edge,1px) solid var(--edge-color,#0002);border-radius:var(--corners,calc(var(--corner)*1.2));overflow:hidden}
.cards img{display:block;width:100%;height:auto;object-fit:cover;background:var(--tint)}
.cards div{padding:clamp(18px,2.4cqi,28px)}
.cards .icon{width:34px;height:34px;margin:0 var(--to,auto) 12px var(--from,0);color:var(--action)}
.cards b{display:block;font-family:var(--title-face);font-size:calc(1.16rem*var(--size,1));font-weight:var(--weight,bold);line-height:1.3;margin-bottom:6px}`,
  View: function Cards({ block }) {
    const page = usePage();
    return (
      <ul className="cards">
        {block.items.map((item, index) => (
          <li key={index}>
            {item.picture && (
              <Photo
                picture={item.picture}
                alt={page.merge(item.title)}
                sizes="(max-width: 720px) 100vw, 340px"
                crop="wide"
              />
            )}
            <div>
              {item.icon && <IconView icon={item.icon} />}
              <b>
                <Words
                  part={block.id}
                  setting="items"
                  item={index}
                  field="title"
                  text={item.title}
                />
              </b>
              <Words part={block.id} setting="items" item={index} field="text" text={item.text} />
            </div>
          </li>
        ))}
      </ul>
    );
  },
};
